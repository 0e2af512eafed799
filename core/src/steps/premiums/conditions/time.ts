import * as v from 'valibot';
import { type Calendar, type DayKinds, isOfKind } from '../../../time/calendar.ts';
import { ClockWindow } from '../../../time/clock-window.ts';
import { clockSeconds } from '../../../time/lengths.ts';
import { clockTime, WEEKDAYS, weekdays } from '../../../time/schemas.ts';
import { type Workday, weekdayOf, workday } from '../../../time/units.ts';
import { definePremiumCondition } from '../define.ts';

/** Hours inside a clock window, on days of some kinds: of the workday, or of the date on which the window opens. */
export const time = definePremiumCondition({
  name: 'from, to, weekdays, holidays, restDays, dayBy',
  says: 'Paid beside the class for the hours inside a clock window, which may cross midnight, and on some kinds of day: of the workday that the hours count for, or with `dayBy: "clock"` of the date on the clock when the window opens. What the wall clock shows decides: 01:00 to 02:00 is two hours long in the night on which that hour comes twice.',
  settings: {
    from: v.optional(clockTime),
    to: v.optional(clockTime),
    weekdays: v.optional(weekdays),
    holidays: v.optional(v.picklist(['only', 'never'])),
    restDays: v.optional(v.picklist(['only', 'never'])),
    dayBy: v.optional(v.picklist(['workday', 'clock'])),
  },
  cannotBe({ from, to, dayBy, weekdays: days, holidays, restDays }) {
    if ((from === undefined) !== (to === undefined))
      return [
        {
          field: from === undefined ? 'from' : 'to',
          reason: 'A window has a start and an end: give both, or neither.',
        },
      ];
    if (from !== undefined && from === to)
      return [{ field: 'to', reason: 'The window has no length: give it an end other than its start.' }];
    const hasDays = [days, holidays, restDays].some((field) => field !== undefined);
    return dayBy === undefined || hasDays
      ? []
      : [
          {
            field: 'dayBy',
            reason: 'It names no kind of day: give weekdays, holidays or restDays, or leave dayBy out.',
          },
        ];
  },
  compile({ from, to, weekdays: days, holidays = null, restDays = null, dayBy = 'workday' }) {
    const hasDays = days !== undefined || holidays !== null || restDays !== null;
    if (from === undefined && !hasDays) return null;
    const kinds: DayKinds = {
      weekdays: days === undefined ? null : new Set(days.map((day) => WEEKDAYS.indexOf(day))),
      holidays,
      restDays,
    };
    const byClock = hasDays && dayBy === 'clock';
    // A day of the clock is a window from midnight to midnight.
    const window =
      from !== undefined || byClock
        ? new ClockWindow(clockSeconds(from ?? '00:00'), clockSeconds(to ?? '00:00'))
        : null;
    // Neighbors in time mostly share their day: what was found of it last is kept.
    let lastDay: number = Number.NaN;
    let lastCalendar: Calendar | null = null;
    let isOfThem = true;
    const isDayOfThem = (day: Workday, calendar: Calendar): boolean => {
      if (day === lastDay && calendar === lastCalendar) return isOfThem;
      lastDay = day;
      lastCalendar = calendar;
      isOfThem = isOfKind(day, weekdayOf(day), kinds, calendar);
      return isOfThem;
    };
    return {
      ...(window === null ? {} : { nextEdge: (at, { shift }) => window.nextEdge(at, shift.start.offsets) }),
      meets({ start, shift, workday: counted }, calendar) {
        const opened = window === null ? counted : window.openingAt(start, shift.start.offsets);
        if (opened === null) return false;
        if (!hasDays) return true;
        return isDayOfThem(byClock ? workday(opened) : counted, calendar);
      },
      mayBeMet: (workedDays, calendar) =>
        !hasDays || byClock || workedDays.some((day) => isDayOfThem(day, calendar)),
    };
  },
  example: {
    rules: {
      premiums: [{ name: 'Sunday', from: '22:00', to: '06:00', weekdays: ['sunday'], dayBy: 'clock' }],
    },
    day: {
      punches: ['2026-10-31 22:00 in', '2026-11-01 04:00 out', '2026-11-01 20:00 in', '2026-11-02 02:00 out'],
      gives: { ordinary: '12', 'premium:Sunday': '4' },
    },
  },
});
