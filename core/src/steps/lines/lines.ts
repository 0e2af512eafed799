import type { Line } from '../../card/line.ts';
import type { Segment } from '../../card/segment.ts';
import {
  type ClassId,
  classOf,
  guaranteeClass,
  inClassOrder,
  isPremium,
  leaveClass,
} from '../../pay/classes.ts';
import type { DepartmentId, JobId } from '../../record/ids.ts';
import type { Leave } from '../../record/leave.ts';
import { apportion, HOURS_PER_SECOND, type Hours, hours, inSteps } from '../../time/hours.ts';
import { itemAt } from '../../time/item-at.ts';
import { type DaySpan, periodsOver } from '../../time/spans.ts';
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
 * @param payPeriods those that some rulebook in force rounds over
 * @param span the workdays whose lines are wanted
 */
export function sumLines(
  paid: Paid,
  rulesOf: (day: Workday) => LineRules,
  payPeriods: readonly DaySpan[],
  span: DaySpan,
): Line[] {
  const all = payPeriods.length === 0 ? span : periodsOver(span, payPeriods);
  const days = sumDays(paid, all);
  for (let i = 0; i < days.length; i++) {
    const sums = days[i];
    if (sums === undefined) continue;
    const { step, roundedOver } = rulesOf(workday(all.first + i));
    if (roundedOver === 'day') payDay(sums, step);
  }
  for (const period of payPeriods) payPeriodTogether(days, all.first, period, rulesOf);
  const lines: Line[] = [];
  for (let day: number = span.first; day <= span.last; day++) {
    const sums = days[day - all.first];
    if (sums !== undefined) for (let i = 0; i < sums.length; i++) lines.push(itemAt(sums, i));
  }
  return lines;
}

/** The sums of each day from the first on, sorted; exact, without hours yet. Undefined where nothing is paid. */
function sumDays(
  { segments, guaranteed, leave }: Paid,
  { first, last }: DaySpan,
): (OpenLine[] | undefined)[] {
  const days = new Array<OpenLine[] | undefined>(last - first + 1).fill(undefined);
  const on = (day: Workday): OpenLine[] => {
    let sums = days[day - first];
    if (sums === undefined) {
      sums = [];
      days[day - first] = sums;
    }
    return sums;
  };
  for (const segment of segments) {
    const { workday, from, premiums } = segment;
    if (workday < first || workday > last) continue;
    const sums = on(workday);
    const length = segment.end - segment.start;
    add(sums, workday, classOf(segment.multiplier), from.job, from.department, length);
    for (const { classId } of premiums.list) add(sums, workday, classId, from.job, from.department, length);
  }
  for (const { workday, name, job, department, seconds: length } of guaranteed)
    if (workday >= first && workday <= last && length > 0)
      add(on(workday), workday, guaranteeClass(name), job, department, length);
  for (const { workday, kind, code, job, department, seconds: length } of leave)
    if (workday >= first && workday <= last && length > 0)
      add(on(workday), workday, leaveClass(kind, code), job, department, length);
  for (const sums of days) if (sums !== undefined) sortSums(sums);
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
    const sum = itemAt(sums, i);
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
    const sum = itemAt(sums, i);
    let at = i;
    while (at > 0 && inOrder(itemAt(sums, at - 1), sum) > 0) {
      sums[at] = itemAt(sums, at - 1);
      at--;
    }
    sums[at] = sum;
  }
}

/** Where the lines end that add up together with the one at `start`: all classes, or the lines of one premium. */
function endOfTogether(sums: readonly OpenLine[], start: number): number {
  const classId = sums[start]?.classId ?? 'ordinary';
  const premium = isPremium(classId);
  let end = start + 1;
  for (let next = sums[end]; next !== undefined; next = sums[end]) {
    if (premium ? next.classId !== classId : isPremium(next.classId)) break;
    end++;
  }
  return end;
}

/** Gives the sorted lines of one day their hours, rounded over the day. */
function payDay(sums: readonly OpenLine[], step: Hours): void {
  for (let start = 0; start < sums.length; ) {
    const end = endOfTogether(sums, start);
    payTogether(sums, start, end, step);
    start = end;
  }
}

/** Gives some lines their hours, so that they add up to a sum: their own in whole steps, where none is given. */
function payTogether(sums: readonly OpenLine[], start: number, end: number, step: Hours, sum?: Hours): void {
  const only = sums[start];
  if (only !== undefined && end === start + 1) {
    only.hours = sum ?? inSteps(only.seconds * HOURS_PER_SECOND, step);
    return;
  }
  const shares: number[] = [];
  for (let i = start; i < end; i++) shares.push((sums[i]?.seconds ?? 0) * HOURS_PER_SECOND);
  const paid = apportion(shares, step, sum);
  for (let i = start; i < end; i++) {
    const line = sums[i];
    if (line !== undefined) line.hours = paid[i - start] ?? line.hours;
  }
}

/** Lines of one day that add up together. */
interface Run {
  readonly sums: readonly OpenLine[];
  readonly start: number;
  readonly end: number;
}

/** Gives the lines of a pay period their hours, of the days whose rulebook rounds over it: the period's sum to its days, each day's to its lines. */
function payPeriodTogether(
  days: readonly (readonly OpenLine[] | undefined)[],
  firstDay: Workday,
  { first, last }: DaySpan,
  rulesOf: (day: Workday) => LineRules,
): void {
  const found = new Map<string, { readonly step: Hours; readonly runs: Run[] }>();
  for (let day = first; day <= last; day = workday(day + 1)) {
    const sums = days[day - firstDay] ?? [];
    const { step, roundedOver } = rulesOf(day);
    if (roundedOver === 'day') continue;
    for (let start = 0; start < sums.length; ) {
      const end = endOfTogether(sums, start);
      const classId = sums[start]?.classId ?? 'ordinary';
      const key = `${isPremium(classId) ? classId : ''} ${step}`;
      const of = found.get(key) ?? { step, runs: [] };
      of.runs.push({ sums, start, end });
      found.set(key, of);
      start = end;
    }
  }
  for (const { step, runs } of found.values()) {
    const exact = runs.map(
      ({ sums, start, end }) =>
        sums.slice(start, end).reduce((sum, line) => sum + line.seconds, 0) * HOURS_PER_SECOND,
    );
    const paid = apportion(exact, step);
    for (const [i, { sums, start, end }] of runs.entries()) payTogether(sums, start, end, step, paid[i]);
  }
}
