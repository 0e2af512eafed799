import type { Workday } from '@heath/core';
import { type ReactNode, useState } from 'react';
import { DayPicker } from 'react-day-picker';
import { Popover } from '../layout/Popover.tsx';
import { writingNow } from '../text/format.ts';
import { calendarDateOf, type DaysAllowed, dayOfCalendar, inFull } from './dates.ts';

const LOOK = {
  months: 'relative',
  month_caption: 'flex h-7 items-center px-1 font-semibold',
  nav: 'absolute right-0 top-0 flex gap-1',
  button_previous: 'grid size-7 place-items-center rounded-control hover:text-heather disabled:opacity-30',
  button_next: 'grid size-7 place-items-center rounded-control hover:text-heather disabled:opacity-30',
  chevron: 'size-4 fill-current',
  month_grid: 'mt-1 border-collapse',
  weekday: 'size-8 text-fine font-normal text-soft',
  day: 'p-0 text-center',
  day_button:
    'size-8 rounded-control hover:bg-heather-wash disabled:text-soft disabled:line-through disabled:hover:bg-transparent',
  outside: 'text-soft',
  today: 'font-semibold underline',
  selected: '[&>button]:bg-heather [&>button]:font-semibold [&>button]:text-on-heather',
};

/** As the calendar counts weekdays, Sunday first. */
const FIRST_DAYS = { sunday: 0, monday: 1, saturday: 6 } as const;

/** A month to choose a day from, by mouse or by arrows; a button opens it. Open at once: see `DateField`. */
export function Calendar({
  label,
  trigger,
  day,
  near,
  from,
  to,
  onChoose,
}: DaysAllowed & {
  label: string;
  trigger: ReactNode;
  day: Workday | null;
  near: Workday;
  onChoose: (day: Workday) => void;
}) {
  const [isOpen, setOpen] = useState(true);
  const barred = [
    ...(from === undefined ? [] : [{ before: calendarDateOf(from) }]),
    ...(to === undefined ? [] : [{ after: calendarDateOf(to) }]),
  ];
  return (
    <Popover label={label} open={isOpen} onOpenChange={setOpen} trigger={trigger}>
      <DayPicker
        mode="single"
        autoFocus
        showOutsideDays
        weekStartsOn={FIRST_DAYS[writingNow().weekStartsOn]}
        today={calendarDateOf(near)}
        defaultMonth={calendarDateOf(day ?? near)}
        selected={day === null ? undefined : calendarDateOf(day)}
        disabled={barred}
        onSelect={(date) => {
          // Chosen once more, it stays chosen.
          if (date !== undefined) onChoose(dayOfCalendar(date));
          setOpen(false);
        }}
        labels={{ labelDayButton: (date) => inFull(dayOfCalendar(date)) }}
        classNames={LOOK}
      />
    </Popover>
  );
}
