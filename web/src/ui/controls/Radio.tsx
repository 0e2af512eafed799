import { RadioGroup } from 'radix-ui';
import { useId } from 'react';
import { type Choice, choosing } from './choice.ts';

/** One of a few, all in sight. */
export function Radio<T extends string>({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  /** Null while nothing is chosen. */
  value: T | null;
  choices: readonly Choice<T>[];
  onChoose: (value: T) => void;
}) {
  const id = useId();
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={choosing(choices, onChoose)}
      className="flex flex-wrap gap-x-5 gap-y-1"
    >
      {choices.map((choice) => (
        <span key={choice.value} className="inline-flex items-center gap-2 whitespace-nowrap">
          <RadioGroup.Item
            id={`${id}-${choice.value}`}
            value={choice.value}
            className="grid size-4 place-items-center rounded-full border border-soft bg-field data-[state=checked]:border-heather"
          >
            <RadioGroup.Indicator className="size-2 rounded-full bg-heather" />
          </RadioGroup.Item>
          <label htmlFor={`${id}-${choice.value}`}>{choice.name}</label>
        </span>
      ))}
    </RadioGroup.Root>
  );
}
