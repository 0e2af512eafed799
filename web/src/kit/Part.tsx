import type { ReactNode } from 'react';

/** One part, under its name. */
export function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="mt-8 border-t border-rule pt-3">
      <h2 className="mb-3 text-lead">{name}</h2>
      {children}
    </section>
  );
}
