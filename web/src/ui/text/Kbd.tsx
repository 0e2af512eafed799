import type { ReactNode } from 'react';

export function Kbd({ children }: { children: ReactNode }) {
  return (
    <kbd className="ml-1.5 rounded-key border border-current px-1 font-sans text-tick opacity-85">
      {children}
    </kbd>
  );
}
