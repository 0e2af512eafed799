import { ScrollArea as Parts } from 'radix-ui';
import type { ReactNode } from 'react';

/** Something wider or taller than its place, with bars that take no room from it. */
export function ScrollArea({ className = '', children }: { className?: string; children: ReactNode }) {
  return (
    <Parts.Root className={`overflow-hidden ${className}`} type="auto">
      <Parts.Viewport className="size-full" tabIndex={0}>
        {children}
      </Parts.Viewport>
      {(['vertical', 'horizontal'] as const).map((orientation) => (
        <Parts.Scrollbar
          key={orientation}
          orientation={orientation}
          className="flex touch-none select-none p-0.5 data-[orientation=horizontal]:h-2.5 data-[orientation=vertical]:w-2.5 data-[orientation=horizontal]:flex-col"
        >
          <Parts.Thumb className="relative flex-1 rounded-full bg-rule hover:bg-soft" />
        </Parts.Scrollbar>
      ))}
    </Parts.Root>
  );
}
