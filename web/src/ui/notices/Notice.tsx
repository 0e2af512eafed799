import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

/** Something that went wrong, where it went wrong, in words. */
export function Notice({ children }: { children: ReactNode }) {
  return (
    <div role="alert" className="flex gap-2 border border-ember bg-ember-wash px-3 py-2 text-note">
      <TriangleAlert size={16} className="mt-0.5 shrink-0 text-ember" aria-hidden="true" />
      <div>{children}</div>
    </div>
  );
}
