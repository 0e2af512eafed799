import { Check } from 'lucide-react';
import { Select as Parts } from 'radix-ui';
import type { KeyboardEvent } from 'react';
import { closedSelect, OpensSign, type SelectProps, Shown } from './select-parts.tsx';

/** A value that stands for the empty text, which the part below cannot have. */
const NOTHING = ' ';
const inside = (value: string): string => (value === '' ? NOTHING : value);

/**
 * While its list is closed, letters are the screen's keys: the part below would choose by them, and one key would do two things.
 * Space and arrows still open the list.
 */
function leaveToScreen(event: KeyboardEvent): void {
  if (event.key.length === 1 && event.key !== ' ') event.preventDefault();
}

/** A select that was opened: see `Select`. */
export function SelectOpened<T extends string>({
  label,
  value,
  choices,
  onChoose,
  disabled = false,
  className,
}: SelectProps<T>) {
  const choose = (chosen: string) => {
    const choice = choices.find((one) => inside(one.value) === chosen);
    if (choice !== undefined) onChoose(choice.value);
  };
  return (
    <Parts.Root value={inside(value)} onValueChange={choose} disabled={disabled} defaultOpen>
      <Parts.Trigger aria-label={label} onKeyDown={leaveToScreen} className={closedSelect(className)}>
        <Shown>
          <Parts.Value />
        </Shown>
        <OpensSign />
      </Parts.Trigger>
      <Parts.Portal>
        <Parts.Content
          position="popper"
          sideOffset={4}
          className="z-50 max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden rounded-control border border-rule bg-sheet p-1 text-ink shadow-lg"
        >
          <Parts.Viewport>
            {choices.map((choice) => (
              <Parts.Item
                key={choice.value}
                value={inside(choice.value)}
                className="flex cursor-pointer select-none items-center justify-between gap-4 rounded-control px-2 py-1 font-sans text-body font-normal outline-none data-[highlighted]:bg-heather-wash"
              >
                <Parts.ItemText>{choice.name}</Parts.ItemText>
                <Parts.ItemIndicator>
                  <Check size={14} aria-hidden="true" className="text-heather" />
                </Parts.ItemIndicator>
              </Parts.Item>
            ))}
          </Parts.Viewport>
        </Parts.Content>
      </Parts.Portal>
    </Parts.Root>
  );
}
