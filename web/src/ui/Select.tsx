import { ChevronDown } from 'lucide-react';
import type { KeyboardEvent, ReactNode } from 'react';
import type { Choice } from './choice.ts';
import { useLater } from './useLater.ts';

export interface SelectProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  readonly disabled?: boolean;
  readonly className?: string;
}

const loadOpened = () => import('./SelectOpened.tsx').then(({ SelectOpened }) => SelectOpened);
const OPENING_KEYS = ['ArrowDown', 'ArrowUp'];

/** What a select looks like while it is closed. */
export const closedSelect = (className = 'border border-rule bg-field px-2 py-1'): string =>
  `flex min-w-0 items-center justify-between gap-1.5 rounded-control text-left disabled:cursor-default disabled:opacity-70 ${className}`;

/** What is chosen, and the sign that it can be opened. */
export const Shown = ({ children }: { children: ReactNode }) => <span className="truncate">{children}</span>;
export const OpensSign = () => <ChevronDown size={14} aria-hidden="true" className="shrink-0 text-soft" />;

/** One of a few; typing its first letters finds it. Its list is fetched when it is first opened. */
export function Select<T extends string>(props: SelectProps<T>) {
  const { part: Opened, ask } = useLater(loadOpened);
  if (Opened !== null) return <Opened {...props} />;
  const { label, value, choices, disabled = false, className } = props;
  const openByKey = (event: KeyboardEvent) => {
    if (!OPENING_KEYS.includes(event.key)) return;
    event.preventDefault();
    ask();
  };
  return (
    <button
      type="button"
      role="combobox"
      aria-label={label}
      aria-expanded={false}
      disabled={disabled}
      onClick={ask}
      onKeyDown={openByKey}
      className={closedSelect(className)}
    >
      <Shown>{choices.find((one) => one.value === value)?.name}</Shown>
      <OpensSign />
    </button>
  );
}
