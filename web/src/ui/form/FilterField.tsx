import type { Ref } from 'react';

interface FilterFieldProps {
  /** What it filters, for whoever does not see where it stands: `Filter the history`. */
  readonly label: string;
  /** What can be typed, and the key that goes to it: `A person, a word  /`. */
  readonly hint: string;
  readonly initial: string;
  /** Called with each letter. */
  readonly onType: (text: string) => void;
  readonly ref?: Ref<HTMLInputElement>;
  /** Its width. */
  readonly className: string;
}

/** A field that shows less of a list with each letter. Enter and Escape lead back to the list, whose keys work then. */
export const FilterField = ({ label, hint, initial, onType, ref, className }: FilterFieldProps) => (
  <input
    ref={ref}
    aria-label={label}
    placeholder={hint}
    defaultValue={initial}
    onChange={(event) => onType(event.target.value)}
    onKeyDown={(event) => {
      if (event.key === 'Escape' || event.key === 'Enter') event.currentTarget.blur();
    }}
    className={`rounded-control border border-rule bg-sheet px-2 py-0.5 text-note ${className}`}
  />
);
