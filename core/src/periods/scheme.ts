import * as v from 'valibot';
import { date } from '../time/schemas.ts';
import { type Workday, weekdayOf, workday, workdayFromIso, workdayToIso } from '../time/units.ts';

const weekday = v.pipe(v.number('Give a weekday: 0 is Monday.'), v.integer(), v.minValue(0), v.maxValue(6));
const dayOfMonth = v.pipe(
  v.number('Give a day of the month from 1 to 31.'),
  v.integer(),
  v.minValue(1, 'Give a day of the month from 1 to 31.'),
  v.maxValue(31, 'Give a day of the month from 1 to 31.'),
);

/** On which day people are paid for a period. */
const PayDaySchema = v.strictObject({
  /** So many days after its last day; with a weekday, the first such day from there on. */
  daysAfter: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(60)),
  weekday: v.nullable(weekday),
  /** Where it falls on a weekend or a holiday. */
  moved: v.picklist(['before', 'after', 'not at all'], 'Give before, after or not at all.'),
});

/** How pay periods follow one another. */
export const SchemeSchema = v.strictObject({
  every: v.variant(
    'kind',
    [
      v.strictObject({ kind: v.literal('week'), startsOn: weekday }),
      /** Counted from a day on which one begins. */
      v.strictObject({ kind: v.literal('two weeks'), anchor: date }),
      /** The days of the month on which they begin; a day past the month's end is its last day. */
      v.strictObject({ kind: v.literal('half month'), startsOn: v.tuple([dayOfMonth, dayOfMonth]) }),
      v.strictObject({ kind: v.literal('month'), startsOn: dayOfMonth }),
    ],
    'Give week, two weeks, half month or month.',
  ),
  payDay: PayDaySchema,
});
export type Scheme = v.InferOutput<typeof SchemeSchema>;

/** One pay period, and when people are paid for it. */
export interface PayPeriod {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly payDay: Workday;
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** A day of the month as people say it: 1st, 22nd, 31st. */
const nth = (date: number): string => {
  const ending =
    date % 100 > 10 && date % 100 < 14 ? undefined : (['st', 'nd', 'rd'] as const)[(date % 10) - 1];
  return `${date}${ending ?? 'th'}`;
};

/** How the periods of a scheme follow one another, in words: `Every two weeks from Monday`. */
export function schemeSays({ every }: Scheme): string {
  if (every.kind === 'week') return `Every week from ${WEEKDAYS[every.startsOn] ?? ''}`;
  if (every.kind === 'two weeks')
    return `Every two weeks from ${WEEKDAYS[weekdayOf(workdayFromIso(every.anchor))] ?? ''}`;
  if (every.kind === 'month') return `Every month from the ${nth(every.startsOn)}`;
  return `Twice a month, from the ${nth(every.startsOn[0])} and the ${nth(every.startsOn[1])}`;
}

/** When people are paid for a period of a scheme, in words: `on the first Friday after it, or the working day before`. */
export function payDaySays({ payDay: { daysAfter, weekday, moved } }: Scheme): string {
  const days =
    daysAfter === 0 ? 'its last day' : daysAfter === 1 ? 'the day after it' : `day ${daysAfter} after it`;
  const on = weekday === null ? days : `the first ${WEEKDAYS[weekday] ?? ''} from ${days} on`;
  return moved === 'not at all' ? `on ${on}` : `on ${on}, or the working day ${moved} that`;
}

const partsOf = (day: Workday): readonly [year: number, month: number, date: number] => {
  const [year = 0, month = 0, date = 0] = workdayToIso(day).split('-').map(Number);
  return [year, month, date];
};

/** The day of a month, counted on over years; past the month's end it is its last day. */
function dayIn(year: number, month: number, date: number): Workday {
  const [y, m] = [year + Math.floor((month - 1) / 12), ((((month - 1) % 12) + 12) % 12) + 1];
  const first = workdayFromIso(`${y}-${String(m).padStart(2, '0')}-01`);
  const next = workdayFromIso(`${m === 12 ? y + 1 : y}-${String((m % 12) + 1).padStart(2, '0')}-01`);
  return workday(Math.min(first + date - 1, next - 1));
}

/** The first day after one on which a period of a scheme begins. */
export function nextStart({ every }: Scheme, after: Workday): Workday {
  if (every.kind === 'week') return workday(after + 1 + ((every.startsOn - weekdayOf(after) + 6) % 7));
  if (every.kind === 'two weeks') {
    const since = after - workdayFromIso(every.anchor);
    return workday(after + 14 - (((since % 14) + 14) % 14));
  }
  const dates = every.kind === 'month' ? [every.startsOn] : every.startsOn;
  const [year, month] = partsOf(after);
  const starts = [0, 1, 2].flatMap((more) => dates.map((one) => dayIn(year, month + more, one)));
  return workday(Math.min(...starts.filter((day) => day > after)));
}

/** The day on which people are paid for a period that ends on a day. */
export function payDayOf(
  { payDay }: Scheme,
  lastDay: Workday,
  isHoliday: (day: Workday) => boolean,
): Workday {
  const { daysAfter, weekday: on, moved } = payDay;
  const from = workday(lastDay + daysAfter);
  const meant = on === null ? from : workday(from + ((on - weekdayOf(from) + 7) % 7));
  if (moved === 'not at all') return meant;
  const step = moved === 'before' ? -1 : 1;
  let day = meant;
  while (weekdayOf(day) >= 5 || isHoliday(day)) day = workday(day + step);
  return day;
}

/** More would be a mistake in a date. */
const MOST_PERIODS = 600;

/**
 * The pay periods of a scheme from a day on, until one reaches another day. The first begins on the given day, whatever the scheme says, and ends
 * before the next start: after a change of scheme it is shorter than the others, and no day lies in two periods or in none.
 *
 * @throws RangeError where there would be too many
 */
export function payPeriods(
  scheme: Scheme,
  from: Workday,
  until: Workday,
  isHoliday: (day: Workday) => boolean = () => false,
): PayPeriod[] {
  const periods: PayPeriod[] = [];
  for (let firstDay = from; firstDay <= until; ) {
    if (periods.length >= MOST_PERIODS) throw new RangeError(`More than ${MOST_PERIODS} pay periods.`);
    const next = nextStart(scheme, firstDay);
    const lastDay = workday(next - 1);
    periods.push({ firstDay, lastDay, payDay: payDayOf(scheme, lastDay, isHoliday) });
    firstDay = next;
  }
  return periods;
}
