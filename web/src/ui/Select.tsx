import { Check, ChevronDown } from 'lucide-react';
import { Select as Parts } from 'radix-ui';
import type { Choice } from './choice.ts';

interface SelectProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  readonly disabled?: boolean;
  readonly className?: string;
}

/** A value that stands for the empty text, which the part below cannot have. */
const NOTHING = ' ';
const inside = (value: string): string => (value === '' ? NOTHING : value);

/** One of a few; typing its first letters finds it. */
export function Select<T extends string>({
  label,
  value,
  choices,
  onChoose,
  disabled = false,
  className = 'border border-rule bg-field px-2 py-1',
}: SelectProps<T>) {
  const choose = (chosen: string) => {
    const choice = choices.find((one) => inside(one.value) === chosen);
    if (choice !== undefined) onChoose(choice.value);
  };
  return (
    <Parts.Root value={inside(value)} onValueChange={choose} disabled={disabled}>
      <Parts.Trigger
        aria-label={label}
        className={`flex min-w-0 items-center justify-between gap-1.5 rounded-control text-left disabled:cursor-default disabled:opacity-70 ${className}`}
      >
        <span className="truncate">
          <Parts.Value />
        </span>
        <Parts.Icon>
          <ChevronDown size={14} aria-hidden="true" className="shrink-0 text-soft" />
        </Parts.Icon>
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
