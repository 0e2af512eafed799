import type { Line } from '../card/line.ts';
import { type Hours, hours } from '../time/hours.ts';
import { type Seconds, seconds, type Workday } from '../time/units.ts';
import type { ClassId } from './classes.ts';

/** A pay code as the pay system knows it. */
export interface PayCode {
  readonly code: string;
  readonly name: string;
}

/** Which code each class and premium is paid under. A class that stands in none falls into the catch-all. */
export type PayCodeMap = ReadonlyMap<ClassId, PayCode>;

/** One person's hours under one code on one workday; `code` is null in the catch-all. */
export interface PayLine {
  readonly workday: Workday;
  readonly code: string | null;
  readonly classId: ClassId;
  readonly seconds: Seconds;
  readonly hours: Hours;
}

/** Lines of one card with their codes; jobs and departments of one day and class added together. */
export function toPayLines(lines: readonly Line[], codes: PayCodeMap): PayLine[] {
  const sums = new Map<string, { workday: Workday; classId: ClassId; seconds: number; hours: number }>();
  for (const line of lines) {
    const key = `${line.workday} ${line.classId}`;
    const sum = sums.get(key);
    if (sum === undefined) {
      sums.set(key, {
        workday: line.workday,
        classId: line.classId,
        seconds: line.seconds,
        hours: line.hours,
      });
    } else {
      sum.seconds += line.seconds;
      sum.hours += line.hours;
    }
  }
  return [...sums.values()].map((sum) => ({
    workday: sum.workday,
    code: codes.get(sum.classId)?.code ?? null,
    classId: sum.classId,
    seconds: seconds(sum.seconds),
    hours: hours(sum.hours),
  }));
}
