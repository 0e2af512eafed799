import { hoursOf, readHoursEntry, type Seconds } from '@heath/core';
import { useState } from 'react';
import { hoursOtherwise, hoursWithUnit } from '../text/format.ts';
import { Field } from './Field.tsx';

const WHY: Readonly<Record<'not-hours' | 'too-many-minutes', string>> = {
  'not-hours': 'Hours like 8.5, 8:30 or 45m',
  'too-many-minutes': 'An hour has 60 minutes',
};

/** A length of time as people type it (`8.5`, `8:30`, `45m`); says back in both forms what it understood. */
export function HoursField({
  label,
  onChange,
}: {
  label: string;
  /** What was understood; null while nothing is. */
  onChange: (length: Seconds | null) => void;
}) {
  const [text, setText] = useState('');
  const entry = text.trim() === '' ? null : readHoursEntry(text);
  const isWrong = entry !== null && !entry.ok;
  return (
    <Field
      label={label}
      value={text}
      placeholder="8.5 or 8:30"
      onChange={(event) => {
        setText(event.target.value);
        const read = readHoursEntry(event.target.value);
        onChange(read.ok ? read.seconds : null);
      }}
      error={isWrong ? WHY[entry.reason] : undefined}
      understood={
        entry?.ok === true
          ? `${hoursWithUnit(hoursOf(entry.seconds))}, ${hoursOtherwise(hoursOf(entry.seconds))}`
          : undefined
      }
    />
  );
}
