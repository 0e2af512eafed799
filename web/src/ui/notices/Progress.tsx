import { Progress as Parts } from 'radix-ui';

/** How far something has come, from 0 to 1; null while nobody knows. */
export function ProgressBar({ label, share }: { label: string; share: number | null }) {
  const percent = share === null ? null : Math.round(Math.min(Math.max(share, 0), 1) * 100);
  return (
    <Parts.Root value={percent} aria-label={label} className="h-2 overflow-hidden bg-faint">
      <Parts.Indicator
        className={`h-full bg-moss ${percent === null ? 'w-1/3 animate-pulse' : ''}`}
        style={percent === null ? {} : { width: `${percent}%` }}
      />
    </Parts.Root>
  );
}

/** Long work that fills the screen while it lasts. */
export function Progress({ name, share }: { name: string; share: number }) {
  return (
    <section className="m-6 max-w-xl">
      <h1 className="mb-3 text-title">{name}</h1>
      <ProgressBar label={name} share={share} />
      <p className="mt-1 text-note text-soft">{Math.round(share * 100)} %</p>
    </section>
  );
}
