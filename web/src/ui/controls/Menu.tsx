import { Check } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { type Choice, choosing } from './choice.ts';

const item =
  'flex cursor-pointer select-none items-center gap-2 rounded-control px-2 py-1 outline-none data-[highlighted]:bg-heather-wash data-[disabled]:cursor-default data-[disabled]:text-soft';

/** A menu below what opens it, which is one element that takes the focus. */
export function Menu({
  trigger,
  startsOpen = false,
  children,
}: {
  trigger: ReactNode;
  startsOpen?: boolean;
  children: ReactNode;
}) {
  return (
    // Not modal: nothing else on the page is hidden from those who do not see it.
    <DropdownMenu.Root modal={false} defaultOpen={startsOpen}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-30 min-w-44 rounded-control border border-rule bg-sheet p-1.5 text-ink shadow-lg"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Something to do. */
export function MenuItem({
  onSelect,
  disabled = false,
  children,
}: {
  onSelect: () => void;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item className={item} onSelect={onSelect} disabled={disabled}>
      {children}
    </DropdownMenu.Item>
  );
}

/** What the entries below are about. */
export function MenuHeading({ children }: { children: ReactNode }) {
  return <DropdownMenu.Label className="px-2 py-1 text-note text-soft">{children}</DropdownMenu.Label>;
}

export function MenuLine() {
  return <DropdownMenu.Separator className="my-1 border-t border-faint" />;
}

/** An entry that is on or off: the menu stays open, so that more can be chosen. */
const staying = {
  className: `${item} pl-7.5 data-[state=checked]:pl-2`,
  onSelect: (event: Event) => event.preventDefault(),
};

function Tick() {
  return (
    <DropdownMenu.ItemIndicator>
      <Check size={14} aria-hidden="true" className="text-heather" />
    </DropdownMenu.ItemIndicator>
  );
}

/** One of several, the menu staying open. */
export function MenuChoices<T extends string>({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: T;
  choices: readonly Choice<T>[];
  onChoose: (value: T) => void;
}) {
  return (
    <DropdownMenu.RadioGroup value={value} onValueChange={choosing(choices, onChoose)} aria-label={label}>
      <MenuHeading>{label}</MenuHeading>
      {choices.map(({ value: one, name }) => (
        <DropdownMenu.RadioItem key={one} value={one} {...staying}>
          <Tick />
          {name}
        </DropdownMenu.RadioItem>
      ))}
    </DropdownMenu.RadioGroup>
  );
}

/** Several that are on or off, the menu staying open. */
export function MenuChecks<T extends string>({
  label,
  on,
  choices,
  onToggle,
}: {
  label: string;
  on: ReadonlySet<T>;
  choices: readonly Choice<T>[];
  onToggle: (value: T) => void;
}) {
  return (
    <DropdownMenu.Group aria-label={label}>
      <MenuHeading>{label}</MenuHeading>
      {choices.map(({ value, name }) => (
        <DropdownMenu.CheckboxItem
          key={value}
          checked={on.has(value)}
          onCheckedChange={() => onToggle(value)}
          {...staying}
        >
          <Tick />
          {name}
        </DropdownMenu.CheckboxItem>
      ))}
    </DropdownMenu.Group>
  );
}
