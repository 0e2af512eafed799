/** The name and its sign: two ridges of heath under a low sun. */
export function HeathMark({ dark = false }: { dark?: boolean }) {
  return (
    <span
      className={`flex items-center gap-2 font-serif text-title font-semibold ${dark ? 'text-ink' : 'text-on-peat'}`}
    >
      <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
        <path
          d="M1 15 Q6 8 10 12 T19 9"
          stroke={dark ? 'var(--color-heather)' : 'var(--color-heather-bright)'}
          strokeWidth="2.4"
          fill="none"
        />
        <path
          d="M1 19 Q7 13 11 16 T19 14"
          stroke={dark ? 'var(--color-moss)' : 'var(--color-ridge)'}
          strokeWidth="2.4"
          fill="none"
        />
        <circle cx="14" cy="4.5" r="2.6" fill="var(--color-sun)" />
      </svg>
      Heath
    </span>
  );
}
