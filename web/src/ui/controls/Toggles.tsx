import { ToggleGroup } from 'radix-ui';
import { type Choice, choosing } from './choice.ts';

/** One of a few ways to look at something, side by side, each with how many there are of it. */
export function Toggles<T extends string>({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: T;
  choices: readonly (Choice<T> & { readonly count?: number })[];
  onChoose: (value: T) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={choosing(choices, onChoose)}
      className="flex flex-wrap gap-1.5"
    >
      {choices.map((choice) => (
        <ToggleGroup.Item
          key={choice.value}
          value={choice.value}
          className="rounded-full border border-rule px-2 py-px text-fine text-soft hover:border-heather data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-sheet"
        >
          {choice.name}
          {choice.count !== undefined && ` ${choice.count.toLocaleString('en')}`}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
