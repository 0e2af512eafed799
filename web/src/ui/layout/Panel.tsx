import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useState } from 'react';

/** A small sheet over the screen; Esc closes it. */
export function Panel({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
}) {
  // Whoever opened it goes on where they were.
  const [before] = useState(() => document.activeElement);
  const goBack = (event: Event) => {
    event.preventDefault();
    if (before instanceof HTMLElement) before.focus();
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-shade" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={goBack}
          className="fixed left-1/2 top-14 z-40 max-h-[calc(100dvh-2*var(--spacing)*14)] overflow-y-auto w-115 max-w-[calc(100vw-2*var(--spacing)*4)] -translate-x-1/2 rounded-sheet border border-rule bg-sheet p-4 shadow-xl"
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="text-lead">{title}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-soft">
              <X size={16} />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
