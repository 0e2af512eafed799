import type { KeyboardEvent } from 'react';
import { useLater } from '../screen/useLater.ts';
import { closedSelect, OpensSign, type SelectProps, Shown } from './select-parts.tsx';

const loadOpened = () => import('./SelectOpened.tsx').then(({ SelectOpened }) => SelectOpened);
const OPENING_KEYS = ['ArrowDown', 'ArrowUp'];

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
