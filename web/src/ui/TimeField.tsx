import { type Instant, readTimeEntry, type ZoneOffsets } from '@heath/core';
import { type Ref, useState } from 'react';
import { dayAndTime } from './format.ts';

interface TimeFieldProps {
  readonly label: string;
  /** The punch that the typed time follows or precedes. */
  readonly beside: Instant;
  readonly direction: 'after' | 'before';
  readonly offsets: ZoneOffsets;
  readonly ref?: Ref<HTMLInputElement>;
  /** The instant understood; null while nothing is. */
  readonly onChange: (at: Instant | null) => void;
  readonly onEnter: () => void;
}

/** A time as people type it (`5p`, `17`, `1705`, `5:05 pm`, `+30`); says back the full date and time it understood. */
export function TimeField({ label, beside, direction, offsets, ref, onChange, onEnter }: TimeFieldProps) {
  const [text, setText] = useState('');
  const entry = text.trim() === '' ? null : readTimeEntry(text, beside, direction, offsets);
  return (
    <label className="block">
      <span className="text-note text-soft">{label}</span>
      <span className="mt-1 flex items-center justify-between rounded-control border border-rule bg-field px-2.5 py-1 focus-within:border-heather">
        <input
          ref={ref}
          value={text}
          placeholder="6:05, 1405, 5p"
          inputMode="text"
          onChange={(event) => {
            setText(event.target.value);
            const read = readTimeEntry(event.target.value, beside, direction, offsets);
            onChange(read.ok ? read.at : null);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') onEnter();
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          className="w-24 bg-transparent outline-none"
        />
        <span className={`text-fine ${entry !== null && !entry.ok ? 'text-ember' : 'text-soft'}`}>
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
  );
}
