import type { ReactNode } from 'react';

/** What is shown of something as it was before the last change, until it is computed anew: pale, and said to be busy. */
export function OfBefore({ when, children }: { when: boolean; children: ReactNode }) {
  return (
    <div aria-busy={when} className={when ? 'opacity-50' : ''}>
      {children}
    </div>
  );
}
