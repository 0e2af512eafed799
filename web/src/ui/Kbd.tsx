import type { ReactNode } from 'react';

export function Kbd({ children }: { children: ReactNode }) {
  return (
    <kbd className="ml-1.5 rounded-[3px] border border-current px-1 font-sans text-[11px] opacity-70">
      {children}
    </kbd>
  );
}
