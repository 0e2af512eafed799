import type { ClassId } from '../model/classes.ts';
import type { Workday } from '../time/units.ts';

/** What of a line says for what it is: two lines that agree in this are one in every sum. */
interface Paid {
  readonly workday: Workday;
  readonly code: string;
  readonly classId: ClassId;
  readonly multiplier: number | null;
  readonly rule: string | null;
  readonly job: string | null;
  readonly department: string | null;
  readonly site: string | null;
  readonly costCenter: string | null;
}

/** A line that is paid, or was: under its code, and all that says for what. */
export interface PaidLine extends Paid {
  readonly seconds: number;
  /** In 1/90,000 h. */
  readonly hours: number;
}

/** What one line is more, or less, than what was sent. */
export type DifferenceLine = PaidLine;

/** What a line is paid for, whatever the code: two lines that agree in this are paid for the same. */
export const paidFor = ({
  workday,
  classId,
  multiplier,
  rule,
  job,
  department,
  site,
  costCenter,
}: Omit<Paid, 'code'>): string =>
  JSON.stringify([workday, classId, multiplier, rule, job, department, site, costCenter]);

const keyOf = (line: Paid): string => `${line.code}\t${paidFor(line)}`;

/**
 * What somebody is to be paid now, less all that was sent: a line for each that differs, in order of day and code. Added to what was sent,
 * they give what is to be paid, line by line; hours that moved from one rate to another are so two lines, though their total is the same.
 */
export function differenceOf(now: Iterable<PaidLine>, sent: Iterable<PaidLine>): DifferenceLine[] {
  const sums = new Map<string, { line: PaidLine; seconds: number; hours: number }>();
  const add = (line: PaidLine, sign: 1 | -1) => {
    const key = keyOf(line);
    const sum = sums.get(key) ?? { line, seconds: 0, hours: 0 };
    sum.seconds += sign * line.seconds;
    sum.hours += sign * line.hours;
    sums.set(key, sum);
  };
  for (const line of now) add(line, 1);
  for (const line of sent) add(line, -1);
  return [...sums.values()]
    .filter(({ hours, seconds }) => hours !== 0 || seconds !== 0)
    .map(({ line, hours, seconds }) => ({ ...line, hours, seconds }))
    .sort(
      (a, b) =>
        a.workday - b.workday || (a.code < b.code ? -1 : a.code > b.code ? 1 : 0) || a.hours - b.hours,
    );
}
