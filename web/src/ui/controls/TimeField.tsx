import { type Instant, readTimeEntry, type ZoneOffsets } from '@heath/core';
import { type Ref, useId } from 'react';
import { dayAndTime } from '../text/format.ts';

interface TimeFieldProps {
  readonly label: string;
  /** What was typed. */
  readonly text: string;
  /** The punch that the typed time follows or precedes. */
  readonly beside: Instant;
  readonly direction: 'after' | 'before';
  readonly offsets: ZoneOffsets;
  readonly ref?: Ref<HTMLInputElement>;
  /** What is wrong with the time that was understood. */
  readonly error?: string | undefined;
  readonly onType: (text: string) => void;
  readonly onEnter: () => void;
  /** Escape was pressed: what was typed is not meant. */
  readonly onEscape?: () => void;
  /** In a row with buttons: its name is in the field while that is empty. */
  readonly inRow?: boolean;
}

/** A time as people type it (`5p`, `17`, `1705`, `5:05 pm`, `+30`); says back the full date and time it understood. */
export function TimeField(props: TimeFieldProps) {
  const {
    label,
    text,
    beside,
    direction,
    offsets,
    ref,
    error,
    onType,
    onEnter,
    onEscape,
    inRow = false,
  } = props;
  const id = useId();
  const entry = text.trim() === '' ? null : readTimeEntry(text, beside, direction, offsets);
  const isWrong = error !== undefined || (entry !== null && !entry.ok);
  return (
    <div>
      <label className="block">
        <span className={inRow ? 'sr-only' : 'text-note text-soft'}>{label}</span>
        <span
          className={`flex items-center justify-between rounded-control border bg-field px-2.5 focus-within:border-heather ${inRow ? 'py-1 text-note' : 'mt-1 py-1.5'} ${isWrong ? 'border-ember' : 'border-rule'}`}
        >
          <input
            ref={ref}
            value={text}
            placeholder={inRow ? label : '6:05, 1405, 5p'}
            inputMode="text"
            aria-invalid={isWrong}
            aria-describedby={error === undefined ? undefined : id}
            onChange={(event) => onType(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') onEnter();
              if (event.key !== 'Escape') return;
              onEscape?.();
              event.currentTarget.blur();
            }}
            className={`bg-transparent outline-none ${inRow ? 'w-full min-w-0' : 'w-24'}`}
          />
          <span
            className={`whitespace-nowrap text-fine ${entry !== null && !entry.ok ? 'text-ember' : 'text-soft'}`}
          >
            {entry === null
              ? ''
              : entry.ok
                ? dayAndTime(entry.at, offsets)
                : entry.reason === 'skipped-hour'
                  ? 'the clocks skip that hour'
                  : 'not a time'}
          </span>
        </span>
      </label>
      {error !== undefined && (
        <p id={id} aria-live="polite" className="mt-0.5 text-note text-ember">
          {error}
        </p>
      )}
    </div>
  );
}
