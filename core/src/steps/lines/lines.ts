import type { Line } from '../../card/line.ts';
import type { Segment } from '../../card/segment.ts';
import { type ClassId, classOf, inClassOrder, isPremium } from '../../pay/classes.ts';
import type { DepartmentId, JobId } from '../../record/ids.ts';
import type { Leave } from '../../record/leave.ts';
import { apportion, HOURS_PER_SECOND, type Hours, hours } from '../../time/hours.ts';
import type { DaySpan } from '../../time/spans.ts';
import { seconds, type Workday, workday } from '../../time/units.ts';
import type { GuaranteeReason } from '../guarantees/reason.ts';

/** A line while it is added up. */
type OpenLine = { -readonly [K in keyof Line]: Line[K] };

/** In what hours a rulebook has lines paid. */
export interface LineRules {
  /** Every line is a whole number of these. */
  readonly step: Hours;
  /** Over what the sum is rounded, before it is apportioned from there down. */
  readonly roundedOver: 'day' | 'pay period';
}

const inOrder = (a: Line, b: Line): number =>
  inClassOrder(a.classId, b.classId) ||
  (a.job ?? 0) - (b.job ?? 0) ||
  (a.department ?? 0) - (b.department ?? 0);

/** What lines are summed from. */
interface Paid {
  readonly segments: readonly Segment[];
  readonly guaranteed: readonly GuaranteeReason[];
  readonly leave: readonly Leave[];
}

/**
 * Step 10. Segments, guarantees and leave summed by workday, class or premium, job and department. Their hours are rounded over the day, or
 * over the pay period where the rulebook says so, the classes together and each premium alone; from there they are apportioned down, so that
 * every sum is the sum of its parts.
 *
 * @param rulesOf what the rulebook in force on a workday says of lines
 * @param span the workdays whose lines are wanted
 */
export function sumLines(
  paid: Paid,
  rulesOf: (day: Workday) => LineRules,
  payPeriods: readonly DaySpan[],
  span: DaySpan,
): Line[] {
  const periods = periodsToRound(rulesOf, payPeriods, span);
  const days = sumDays(paid, {
    first: workday(Math.min(span.first, ...periods.map(({ first }) => first))),
    last: workday(Math.max(span.last, ...periods.map(({ last }) => last))),
  });
  for (const [day, sums] of days) {
    const { step, roundedOver } = rulesOf(day);
    if (roundedOver === 'day') for (const { lines } of togetherIn(sums)) payTogether(lines, step);
  }
  for (const period of periods) payPeriodTogether(days, period, rulesOf);
  const wanted = [...days].filter(([day]) => day >= span.first && day <= span.last);
  return wanted.sort(([a], [b]) => a - b).flatMap(([, sums]) => sums);
}

/** The pay periods that days of the span are rounded over. */
const periodsToRound = (
  rulesOf: (day: Workday) => LineRules,
  payPeriods: readonly DaySpan[],
  span: DaySpan,
): DaySpan[] =>
  payPeriods.filter(({ first, last }) => {
    for (let day = Math.max(first, span.first); day <= Math.min(last, span.last); day++)
      if (rulesOf(workday(day)).roundedOver === 'pay period') return true;
    return false;
  });

/** The sums of each day, sorted; exact, without hours yet. */
function sumDays({ segments, guaranteed, leave }: Paid, { first, last }: DaySpan): Map<Workday, OpenLine[]> {
  const days = new Map<Workday, OpenLine[]>();
  let day: Workday | null = null;
  let sums: OpenLine[] = [];
  const on = (workday: Workday): OpenLine[] => {
    // Neighbors mostly share their day.
    if (workday === day) return sums;
    day = workday;
    sums = days.get(workday) ?? [];
    if (workday >= first && workday <= last) days.set(workday, sums);
    return sums;
  };
  for (let i = 0; i < segments.length; i++) {
    const segment = segments[i]!;
    const { workday } = segment;
    if (workday < first || workday > last) continue;
    const { job, department } = segment.from;
    const length = segment.end - segment.start;
    add(on(workday), workday, classOf(segment.multiplier), job, department, length);
    for (const { classId } of segment.premiums.list)
      add(on(workday), workday, classId, job, department, length);
  }
  for (const { workday, name, job, department, seconds: length } of guaranteed)
    if (workday >= first && workday <= last && length > 0)
      add(on(workday), workday, `guarantee:${name}`, job, department, length);
  for (const { workday, kind, code, job, department, seconds: length } of leave)
    if (workday >= first && workday <= last && length > 0)
      add(on(workday), workday, `${kind}:${code}`, job, department, length);
  for (const sums of days.values()) sortSums(sums);
  return days;
}

function add(
  sums: OpenLine[],
  workday: Workday,
  classId: ClassId,
  job: JobId | null,
  department: DepartmentId | null,
  length: number,
): void {
  for (let i = 0; i < sums.length; i++) {
    const sum = sums[i]!;
    if (sum.classId === classId && sum.job === job && sum.department === department) {
      sum.seconds = seconds(sum.seconds + length);
      return;
    }
  }
  sums.push({ workday, classId, job, department, seconds: seconds(length), hours: hours(0) });
}

/** Sorts in place; a day has a handful. */
function sortSums(sums: OpenLine[]): void {
  for (let i = 1; i < sums.length; i++) {
    const sum = sums[i]!;
    let at = i;
    while (at > 0 && inOrder(sums[at - 1]!, sum) > 0) {
      sums[at] = sums[at - 1]!;
      at--;
    }
    sums[at] = sum;
  }
}

/** Lines of one day that add up together: all classes, and the lines of each premium. */
interface Together {
  /** Null for the classes. */
  readonly premium: ClassId | null;
  readonly lines: OpenLine[];
}

/** The sorted lines of one day, those apart that must add up together. */
function togetherIn(sums: readonly OpenLine[]): Together[] {
  const all: Together[] = [];
  for (const line of sums) {
    const premium = isPremium(line.classId) ? line.classId : null;
    const last = all[all.length - 1];
    if (last !== undefined && last.premium === premium) last.lines.push(line);
    else all.push({ premium, lines: [line] });
  }
  return all;
}

/** Gives lines their hours, so that they add up to a sum: their own in whole steps, where none is given. */
function payTogether(lines: readonly OpenLine[], step: Hours, sum?: Hours): void {
  const shares: number[] = [];
  for (const line of lines) shares.push(line.seconds * HOURS_PER_SECOND);
  const paid = apportion(shares, step, sum);
  for (const [i, line] of lines.entries()) line.hours = paid[i] ?? line.hours;
}

/** Gives the lines of a pay period their hours, of the days whose rulebook rounds over it: the period's sum to its days, each day's to its lines. */
function payPeriodTogether(
  days: ReadonlyMap<Workday, readonly OpenLine[]>,
  { first, last }: DaySpan,
  rulesOf: (day: Workday) => LineRules,
): void {
  const found = new Map<string, { readonly step: Hours; readonly days: OpenLine[][] }>();
  for (const [day, sums] of [...days].sort(([a], [b]) => a - b)) {
    if (day < first || day > last) continue;
    const { step, roundedOver } = rulesOf(day);
    if (roundedOver === 'day') continue;
    for (const { premium, lines } of togetherIn(sums)) {
      const key = `${premium} ${step}`;
      const of = found.get(key) ?? { step, days: [] };
      of.days.push(lines);
      found.set(key, of);
    }
  }
  for (const { step, days: ofPeriod } of found.values()) {
    const exact = ofPeriod.map(
      (lines) => lines.reduce((sum, line) => sum + line.seconds, 0) * HOURS_PER_SECOND,
    );
    const paid = apportion(exact, step);
    for (const [i, lines] of ofPeriod.entries()) payTogether(lines, step, paid[i]);
  }
}
