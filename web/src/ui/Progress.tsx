/** Long work, as far as it has come. */
export function Progress({ name, share }: { name: string; share: number }) {
  const percent = Math.round(share * 100);
  return (
    <section className="m-6 max-w-xl">
      <h1 className="text-title">{name}</h1>
      <div role="progressbar" aria-label={name} aria-valuenow={percent} className="mt-3 h-2 bg-faint">
        <div className="h-full bg-moss" style={{ width: `${percent}%` }} />
      </div>
      <p className="mt-1 text-note text-soft">{percent} %</p>
    </section>
  );
}
