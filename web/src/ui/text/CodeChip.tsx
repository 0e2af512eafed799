/** A pay code as it is marked everywhere; without one, the catch-all. */
export function CodeChip({ code }: { code: string | null }) {
  return (
    <span
      className={`rounded-key px-1.5 text-note font-semibold ${code === null ? 'border border-ember text-ember' : 'bg-faint'}`}
    >
      {code ?? 'none'}
    </span>
  );
}
