import type { Line } from '../../card/line.ts';
import type { Segment } from '../../card/segment.ts';
import { type ClassId, classOf, inClassOrder, isPremium } from '../../pay/classes.ts';
import type { DepartmentId, JobId } from '../../record/ids.ts';
import type { Leave } from '../../record/leave.ts';
import { hundredths, seconds, type Workday } from '../../time/units.ts';
import type { GuaranteeReason } from '../guarantees/types.ts';
import { apportion, toHours } from './apportion.ts';

/** A line while it is added up. */
type OpenLine = { -readonly [K in keyof Line]: Line[K] };

/** What lines need of the rulebook in force on a workday. */
export interface LineRules {
  readonly decimals: number;
}

const inOrder = (a: Line, b: Line): number =>
  inClassOrder(a.classId, b.classId) ||
  (a.job ?? 0) - (b.job ?? 0) ||
  (a.department ?? 0) - (b.department ?? 0);

/**
 * Step 10. The segments, guarantees and leave of the workdays from `first` to `last`, summed by workday, class or premium,
 * job and department. Hours are apportioned within each day, the classes together and each premium alone, so that a day always adds up.
 *
 * @param rulesOf what the rulebook in force on a workday says of lines
 */
export function sumLines(
  segments: readonly Segment[],
  guaranteed: readonly GuaranteeReason[],
  leave: readonly Leave[],
  rulesOf: (day: Workday) => LineRules,
  first: Workday,
  last: Workday,
): Line[] {
  const days: (OpenLine[] | undefined)[] = [];
  const sumsOf = (day: Workday): OpenLine[] => {
    let sums = days[day - first];
    if (sums === undefined) {
      sums = [];
      days[day - first] = sums;
    }
    return sums;
  };
  for (let i = 0; i < segments.length; i++) {
    const segment = segments[i]!;
    const day = segment.workday;
    if (day < first || day > last) continue;
    const sums = sumsOf(day);
    const { job, department } = segment.from;
    const length = segment.end - segment.start;
    add(sums, day, classOf(segment.multiplier), job, department, length);
    for (const { classId } of segment.premiums.list) add(sums, day, classId, job, department, length);
  }
  for (const { workday, name, job, department, seconds: paid } of guaranteed) {
    if (workday >= first && workday <= last && paid > 0)
      add(sumsOf(workday), workday, `guarantee:${name}`, job, department, paid);
  }
  for (const { workday, kind, code, job, department, seconds: paid } of leave) {
    if (workday >= first && workday <= last && paid > 0)
      add(sumsOf(workday), workday, `${kind}:${code}`, job, department, paid);
  }
  const lines: Line[] = [];
  for (let d = 0; d < days.length; d++) {
    const sums = days[d];
    if (sums !== undefined) addDay(sums, rulesOf((first + d) as Workday).decimals, lines);
  }
  return lines;
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
  sums.push({ workday, classId, job, department, seconds: seconds(length), hundredths: hundredths(0) });
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

/** The sums of one day as lines; runs that must add up together stand together. */
function addDay(sums: OpenLine[], decimals: number, lines: Line[]): void {
  sortSums(sums);
  let start = 0;
  while (start < sums.length) {
    const { classId } = sums[start]!;
    const premium = isPremium(classId);
    let end = start + 1;
    while (end < sums.length && (premium ? sums[end]!.classId === classId : !isPremium(sums[end]!.classId)))
      end++;
    if (end === start + 1) sums[start]!.hundredths = toHours(sums[start]!.seconds, decimals);
    else {
      const run = sums.slice(start, end);
      const shares: number[] = [];
      for (let i = 0; i < run.length; i++) shares.push(run[i]!.seconds);
      const hours = apportion(shares, decimals);
      for (let i = 0; i < run.length; i++) run[i]!.hundredths = hours[i]!;
    }
    start = end;
  }
  for (let i = 0; i < sums.length; i++) lines.push(sums[i]!);
}
