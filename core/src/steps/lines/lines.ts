import { type ClassId, guaranteeClass, inClassOrder, isPremium, leaveClass } from '../../model/classes.ts';
import { paidSeconds } from '../../model/cut.ts';
import type { CostCenterId, DepartmentId, JobId, SiteId } from '../../model/ids.ts';
import type { Leave } from '../../model/leave.ts';
import type { Line } from '../../model/line.ts';
import { costCenterOf, departmentOf, type Segment } from '../../model/segment.ts';
import { apportion, type Hours, hours, type Share } from '../../time/hours.ts';
import { itemAt } from '../../time/item-at.ts';
import { type DaySpan, periodsOver } from '../../time/spans.ts';
import { seconds, type Workday } from '../../time/units.ts';
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

/** What lines are summed from. */
interface Paid {
  readonly segments: readonly Segment[];
  readonly guaranteed: readonly GuaranteeReason[];
  readonly leave: readonly Leave[];
}

/**
 * Step 10. Segments, guarantees and leave summed by workday, class or premium, rule and place. Their hours are rounded over the day, or
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
  const lines = linesOf(paid, all);
  for (let start = 0; start < lines.length; ) {
    const end = endOfTogether(lines, start);
    const { step, roundedOver } = rulesOf(itemAt(lines, start).workday);
    if (roundedOver === 'day') apportion(lines, step, undefined, start, end);
    start = end;
  }
  for (const period of payPeriods) payPeriodTogether(lines, period, rulesOf);
  return all === span ? lines : lines.filter(({ workday }) => workday >= span.first && workday <= span.last);
}

/** The lines of some days, in order; exact, without hours yet. */
function linesOf({ segments, guaranteed, leave }: Paid, { first, last }: DaySpan): OpenLine[] {
  const lines: OpenLine[] = [];
  // Segments mostly come day by day: a line is looked for among those of the last day alone.
  let day = first;
  let from = 0;
  let isInOrder = true;
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    const { workday, pay, premiums } = segment;
    if (workday < first || workday > last) continue;
    if (workday !== day) {
      sortDay(lines, from);
      isInOrder &&= workday > day;
      day = workday;
      from = lines.length;
    }
    const { classId, multiplier, rule } = pay;
    addSegment(lines, from, segment, classId, multiplier, rule === null ? null : rule.name);
    for (const { classId: premium, name } of premiums.list)
      addSegment(lines, from, segment, premium, null, name);
  }
  sortDay(lines, from);
  const isWanted = (of: { readonly workday: Workday; readonly seconds: number }) =>
    of.workday >= first && of.workday <= last && of.seconds > 0;
  const segmentLines = lines.length;
  for (const one of guaranteed) if (isWanted(one)) lines.push(guaranteeLine(one));
  for (const one of leave) if (isWanted(one)) lines.push(leaveLine(one));
  return isInOrder && lines.length === segmentLines ? lines : merged(lines);
}

/** Adds a segment to the line of its kind among those from a place on. */
function addSegment(
  lines: OpenLine[],
  from: number,
  segment: Segment,
  classId: ClassId,
  multiplier: number | null,
  rule: string | null,
): void {
  const { job, site } = segment.from;
  const department = departmentOf(segment);
  const costCenter = costCenterOf(segment);
  const length = paidSeconds(segment);
  for (let i = from; i < lines.length; i++) {
    const line = itemAt(lines, i);
    if (
      line.classId === classId &&
      line.job === job &&
      line.department === department &&
      line.site === site &&
      line.rule === rule &&
      line.costCenter === costCenter
    ) {
      line.seconds = seconds(line.seconds + length);
      return;
    }
  }
  lines.push(lineOf(segment.workday, classId, job, department, site, costCenter, multiplier, rule, length));
}

const lineOf = (
  workday: Workday,
  classId: ClassId,
  job: JobId | null,
  department: DepartmentId | null,
  site: SiteId | null,
  costCenter: CostCenterId | null,
  multiplier: number | null,
  rule: string | null,
  length: number,
): OpenLine => ({
  workday,
  classId,
  job,
  department,
  site,
  costCenter,
  multiplier,
  rule,
  seconds: seconds(length),
  hours: NO_HOURS,
});
const NO_HOURS = hours(0);

const guaranteeLine = ({
  workday,
  name,
  job,
  department,
  site,
  costCenter = null,
  seconds: length,
}: GuaranteeReason): OpenLine =>
  lineOf(workday, guaranteeClass(name), job, department, site, costCenter, null, name, length);

const leaveLine = ({
  workday,
  kind,
  code,
  job,
  department,
  costCenter = null,
  seconds: length,
}: Leave): OpenLine =>
  lineOf(workday, leaveClass(kind, code), job, department, null, costCenter, null, null, length);

const inDayOrder = (a: Line, b: Line): number =>
  inClassOrder(a.classId, b.classId) ||
  (a.job ?? 0) - (b.job ?? 0) ||
  (a.department ?? 0) - (b.department ?? 0) ||
  (a.site ?? 0) - (b.site ?? 0) ||
  (a.costCenter ?? 0) - (b.costCenter ?? 0) ||
  byName(a.rule ?? '', b.rule ?? '');
const byName = (a: string, b: string): number => (a === b ? 0 : a < b ? -1 : 1);

/** Sorts the lines of the last day in place; there are a handful. */
function sortDay(lines: OpenLine[], from: number): void {
  for (let i = from + 1; i < lines.length; i++) {
    const line = itemAt(lines, i);
    let at = i;
    while (at > from && inDayOrder(itemAt(lines, at - 1), line) > 0) {
      lines[at] = itemAt(lines, at - 1);
      at--;
    }
    lines[at] = line;
  }
}

/** Lines in order, those of one kind and day added together. */
function merged(lines: readonly OpenLine[]): OpenLine[] {
  const sorted = [...lines].sort((a, b) => a.workday - b.workday || inDayOrder(a, b));
  const result: OpenLine[] = [];
  let last: OpenLine | null = null;
  for (const line of sorted) {
    if (last !== null && last.workday === line.workday && inDayOrder(last, line) === 0)
      last.seconds = seconds(last.seconds + line.seconds);
    else {
      last = line;
      result.push(line);
    }
  }
  return result;
}

/** Where the lines end that add up together with the one at `start`: all classes of its day, or the lines of one premium. */
function endOfTogether(lines: readonly OpenLine[], start: number): number {
  const { workday, classId } = itemAt(lines, start);
  const premium = isPremium(classId);
  let end = start + 1;
  for (let next = lines[end]; next !== undefined && next.workday === workday; next = lines[end]) {
    if (premium ? next.classId !== classId : isPremium(next.classId)) break;
    end++;
  }
  return end;
}

/** Lines of one day that add up together. */
interface Run extends Share {
  readonly start: number;
  readonly end: number;
}

/** Gives the lines of a pay period their hours, of the days whose rulebook rounds over it: the period's sum to its days, each day's to its lines. */
function payPeriodTogether(
  lines: readonly OpenLine[],
  { first, last }: DaySpan,
  rulesOf: (day: Workday) => LineRules,
): void {
  const found = new Map<string, { readonly step: Hours; readonly runs: Run[] }>();
  for (let start = 0; start < lines.length; ) {
    const end = endOfTogether(lines, start);
    const { workday, classId } = itemAt(lines, start);
    const { step, roundedOver } = rulesOf(workday);
    if (roundedOver !== 'day' && workday >= first && workday <= last) {
      const key = `${isPremium(classId) ? classId : ''} ${step}`;
      const of = found.get(key) ?? { step, runs: [] };
      const own = lines.slice(start, end).reduce((sum, line) => sum + line.seconds, 0);
      of.runs.push({ start, end, seconds: own, hours: NO_HOURS });
      found.set(key, of);
    }
    start = end;
  }
  for (const { step, runs } of found.values()) {
    apportion(runs, step);
    for (const run of runs) apportion(lines, step, run.hours, run.start, run.end);
  }
}
