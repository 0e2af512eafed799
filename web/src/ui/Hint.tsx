import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';

/** What else there is to know of something: shown over it with the mouse, and when it has the focus. Read out with it too. */
export function Hint({ says, children }: { says: string; children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={5}
          collisionPadding={8}
          className="z-50 max-w-80 rounded-control bg-peat px-2 py-1 text-note text-on-peat shadow-lg"
        >
          {says}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

const DELAY_MILLISECONDS = 250;

/** Around everything that has hints. */
export function Hints({ children }: { children: ReactNode }) {
  return (
    <Tooltip.Provider delayDuration={DELAY_MILLISECONDS} skipDelayDuration={DELAY_MILLISECONDS}>
      {children}
    </Tooltip.Provider>
  );
}
