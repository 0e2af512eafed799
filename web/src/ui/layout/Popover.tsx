import { Popover as Parts } from 'radix-ui';
import type { ReactNode } from 'react';

/** A small sheet beside what opens it, which is one element that takes the focus; Esc closes it. */
export function Popover({
  label,
  trigger,
  open,
  onOpenChange,
  children,
}: {
  label: string;
  trigger: ReactNode;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  children: ReactNode;
}) {
  const state = {
    ...(open === undefined ? {} : { open }),
    ...(onOpenChange === undefined ? {} : { onOpenChange }),
  };
  return (
    <Parts.Root {...state}>
      <Parts.Trigger asChild>{trigger}</Parts.Trigger>
      <Parts.Portal>
        <Parts.Content
          aria-label={label}
          align="start"
          sideOffset={6}
          collisionPadding={8}
          className="z-40 rounded-sheet border border-rule bg-sheet p-3 text-ink shadow-xl"
        >
          {children}
        </Parts.Content>
      </Parts.Portal>
    </Parts.Root>
  );
}
