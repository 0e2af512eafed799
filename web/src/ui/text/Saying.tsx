import { Popover } from 'radix-ui';

/** What an element says, above it; loaded when something is first looked at. */
export default function Saying({ over, text }: { over: Element; text: string }) {
  return (
    <Popover.Root open>
      <Popover.Anchor virtualRef={{ current: over }} />
      <Popover.Portal>
        <Popover.Content
          role="tooltip"
          side="top"
          sideOffset={5}
          collisionPadding={8}
          onOpenAutoFocus={(event) => event.preventDefault()}
          onCloseAutoFocus={(event) => event.preventDefault()}
          className="pointer-events-none z-50 max-w-80 rounded-control bg-peat px-2 py-1 text-note text-on-peat shadow-lg"
        >
          {text}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
