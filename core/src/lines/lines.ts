import type { GuaranteeReason } from '../guarantees/guarantees.ts';
import type { Leave } from '../leave/types.ts';
import type { Segment } from '../segments/types.ts';
import { type DepartmentId, type JobId, seconds, type Workday } from '../units.ts';
import { apportion } from './apportion.ts';
import { type ClassId, classOf, inClassOrder, isPremium, type Line } from './types.ts';

interface Sum {
  readonly classId: ClassId;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  seconds: number;
}

/** What lines need of the rulebook in force on a workday. */
export interface LineRules {
  readonly premiumClasses: readonly ClassId[];
  readonly decimals: number;
}

const inOrder = (a: Sum, b: Sum): number =>
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
  const days: (Sum[] | undefined)[] = [];
  const sumsOf = (day: Workday): Sum[] => {
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
    add(sums, classOf(segment.multiplier), job, department, length);
    if (segment.premiums === 0) continue;
    const classes = rulesOf(day).premiumClasses;
    for (let p = 0; p < classes.length; p++) {
      if ((segment.premiums & (1 << p)) !== 0) add(sums, classes[p]!, job, department, length);
    }
  }
  for (const { workday, name, job, department, seconds: paid } of guaranteed) {
    if (workday >= first && workday <= last && paid > 0)
      add(sumsOf(workday), `guarantee:${name}`, job, department, paid);
  }
  for (const { workday, kind, code, job, department, seconds: paid } of leave) {
    if (workday >= first && workday <= last && paid > 0)
      add(sumsOf(workday), `${kind}:${code}`, job, department, paid);
  }
  const lines: Line[] = [];
  for (let d = 0; d < days.length; d++) {
    const sums = days[d];
    if (sums !== undefined)
      addDay((first + d) as Workday, sums, rulesOf((first + d) as Workday).decimals, lines);
  }
  return lines;
}

function add(
  sums: Sum[],
  classId: ClassId,
  job: JobId | null,
  department: DepartmentId | null,
  length: number,
): void {
  for (let i = 0; i < sums.length; i++) {
    const sum = sums[i]!;
    if (sum.classId === classId && sum.job === job && sum.department === department) {
      sum.seconds += length;
      return;
    }
  }
  sums.push({ classId, job, department, seconds: length });
}

/** The sums of one day as lines; runs that must add up together stand together. */
function addDay(day: Workday, sums: Sum[], decimals: number, lines: Line[]): void {
  if (sums.length > 1) sums.sort(inOrder);
  let start = 0;
  while (start < sums.length) {
    const premium = isPremium(sums[start]!.classId);
    const shares: number[] = [];
    let end = start;
    while (
      end < sums.length &&
      (premium ? sums[end]!.classId === sums[start]!.classId : !isPremium(sums[end]!.classId))
    )
      shares.push(sums[end++]!.seconds);
    const hours = apportion(shares, decimals);
    for (let i = start; i < end; i++) {
      const { classId, job, department, seconds: length } = sums[i]!;
      lines.push({
        workday: day,
        classId,
        job,
        department,
        seconds: seconds(length),
        hundredths: hours[i - start]!,
      });
    }
    start = end;
  }
}
