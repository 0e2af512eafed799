import type { Workday } from '@heath/core';
import { CalendarDays } from 'lucide-react';
import { useState } from 'react';
import { useLater } from '../screen/useLater.ts';
import { fullDate } from '../text/format.ts';
import { type DaysAllowed, faultOf, inFull, readDay } from './dates.ts';
import { Field } from './Field.tsx';

const loadCalendar = () => import('./Calendar.tsx').then(({ Calendar }) => Calendar);

interface DateFieldProps extends DaysAllowed {
  readonly label: string;
  /** The day that what is typed is read near to, and that the calendar opens on: the one that is open, or today. */
  readonly near: Workday;
  readonly initial?: Workday | null;
  /** What was understood; null while nothing is. */
  readonly onChange: (day: Workday | null) => void;
}

/** A day as people type it (`28 oct`, `28.10.`, `wed`, `yesterday`) or choose it from a calendar; says back in full what it understood. */
export function DateField({ label, near, initial = null, onChange, ...allowed }: DateFieldProps) {
  const [text, setText] = useState(initial === null ? '' : fullDate(initial));
  const { part: Calendar, ask } = useLater(loadCalendar);
  const entry = text.trim() === '' ? null : readDay(text, near);
  const fault = entry === null ? undefined : faultOf(entry, allowed);
  const day = entry?.ok === true && fault === undefined ? entry.day : null;
  const change = (typed: string) => {
    setText(typed);
    const read = readDay(typed, near);
    onChange(read.ok && faultOf(read, allowed) === undefined ? read.day : null);
  };
  const opens = <OpensCalendar label={label} {...(Calendar === null ? { onClick: ask } : {})} />;
  return (
    <Field
      label={label}
      value={text}
      placeholder="28 oct, wed, 28.10."
      onChange={(event) => change(event.target.value)}
      error={fault}
      understood={day === null ? undefined : inFull(day)}
      beside={
        Calendar === null ? (
          opens
        ) : (
          <Calendar
            label={label}
            trigger={opens}
            day={day}
            near={near}
            {...allowed}
            onChoose={(chosen) => change(fullDate(chosen))}
          />
        )
      }
    />
  );
}

function OpensCalendar({ label, ...others }: { label: string }) {
  return (
    <button
      type="button"
      aria-label={`${label}: choose from the calendar`}
      {...others}
      className="grid size-6 place-items-center rounded-control text-soft hover:text-heather"
    >
      <CalendarDays size={15} aria-hidden="true" />
    </button>
  );
}
