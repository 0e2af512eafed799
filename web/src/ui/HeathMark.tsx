/** The name and its sign: two ridges of heath under a low sun. */
export function HeathMark({ dark = false }: { dark?: boolean }) {
  return (
    <span
      className={`flex items-center gap-2 font-serif text-[21px] font-semibold ${dark ? 'text-ink' : 'text-white'}`}
    >
      <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
        <path
          d="M1 15 Q6 8 10 12 T19 9"
          stroke={dark ? '#6B4577' : '#C9A6D3'}
          strokeWidth="2.4"
          fill="none"
        />
        <path
          d="M1 19 Q7 13 11 16 T19 14"
          stroke={dark ? '#587A45' : '#9DB58A'}
          strokeWidth="2.4"
          fill="none"
        />
        <circle cx="14" cy="4.5" r="2.6" fill="#E2B440" />
      </svg>
      Heath
    </span>
  );
}
