import type { PremiumWindow } from '../premiums/premiums.ts';
import { type DepartmentId, type JobId, seconds, type Workday } from '../units.ts';
import type { Segment } from '../workday/types.ts';
import { apportion } from './apportion.ts';
import { type ClassId, classOf, inClassOrder, isPremium, type Line } from './types.ts';

interface Sum {
  readonly classId: ClassId;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  seconds: number;
}

function inOrder(a: Sum, b: Sum): number {
  return (
    inClassOrder(a.classId, b.classId) ||
    (a.job ?? 0) - (b.job ?? 0) ||
    (a.department ?? 0) - (b.department ?? 0)
  );
}

/**
 * Step 10. The segments of the workdays from `first` to `last`, summed by workday, class or premium, job and department.
 * Hundredths are apportioned within each day, the classes together and each premium alone, so that a day always adds up.
 */
export function sumLines(
  segments: readonly Segment[],
  premiums: readonly PremiumWindow[],
  first: Workday,
  last: Workday,
): Line[] {
  const lines: Line[] = [];
  const days = new Map<Workday, Sum[]>();
  for (let i = 0; i < segments.length; i++) {
    const segment = segments[i]!;
    if (segment.workday < first || segment.workday > last) continue;
    let sums = days.get(segment.workday);
    if (sums === undefined) {
      sums = [];
      days.set(segment.workday, sums);
    }
    add(sums, classOf(segment.multiplier), segment);
    if (segment.premiums === 0) continue;
    for (let p = 0; p < premiums.length; p++) {
      if ((segment.premiums & (1 << p)) !== 0) add(sums, `premium:${premiums[p]!.name}`, segment);
    }
  }
  for (const day of [...days.keys()].sort((a, b) => a - b)) addDay(day, days.get(day)!.sort(inOrder), lines);
  return lines;
}

function add(sums: Sum[], classId: ClassId, segment: Segment): void {
  const length = segment.end - segment.start;
  for (const sum of sums) {
    if (sum.classId === classId && sum.job === segment.job && sum.department === segment.department) {
      sum.seconds += length;
      return;
    }
  }
  sums.push({ classId, job: segment.job, department: segment.department, seconds: length });
}

/** `sums` in order: runs that must add up together stand together. */
function addDay(day: Workday, sums: readonly Sum[], lines: Line[]): void {
  const runOf = (sum: Sum) => (isPremium(sum.classId) ? sum.classId : 'classes');
  let start = 0;
  while (start < sums.length) {
    let end = start + 1;
    while (end < sums.length && runOf(sums[end]!) === runOf(sums[start]!)) end++;
    const run = sums.slice(start, end);
    const shares = apportion(run.map((sum) => sum.seconds));
    run.forEach((sum, i) => {
      lines.push({
        workday: day,
        classId: sum.classId,
        job: sum.job,
        department: sum.department,
        seconds: seconds(sum.seconds),
        hundredths: shares[i]!,
      });
    });
    start = end;
  }
}
