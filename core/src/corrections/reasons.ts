import type { Line } from '../model/line.ts';
import { correctionsInForce } from './in-force.ts';
import { type Correction, correctionKind } from './kinds.ts';
import type { CorrectionReason } from './reason.ts';

/**
 * What each correction in force changes in the lines, beside all the others. One that only takes another back changes nothing of its own.
 *
 * @param lines those that all of them lead to
 * @param linesOf the lines that other corrections lead to
 */
export function correctionReasons(
  corrections: readonly Correction[],
  lines: readonly Line[],
  linesOf: (corrections: readonly Correction[]) => readonly Line[],
): CorrectionReason[] {
  if (corrections.length === 0) return [];
  const inForce = correctionsInForce(corrections).filter(
    (correction) => correctionKind(correction.kind).takesBack(correction) === null,
  );
  return inForce.map((correction) => ({
    step: 'correction',
    correction,
    changes: difference(lines, linesOf(inForce.filter((other) => other !== correction))),
  }));
}

/** By workday and class, in order of both, what some lines have more than others; negative where less. */
function difference(lines: readonly Line[], others: readonly Line[]): CorrectionReason['changes'] {
  const sums = new Map<string, { workday: Line['workday']; classId: Line['classId']; seconds: number }>();
  const add = (sign: number) => (line: Line) => {
    const { workday, classId } = line;
    const key = `${workday} ${classId}`;
    const sum = sums.get(key) ?? { workday, classId, seconds: 0 };
    sum.seconds += sign * line.seconds;
    sums.set(key, sum);
  };
  lines.forEach(add(1));
  others.forEach(add(-1));
  return [...sums.values()]
    .filter(({ seconds }) => seconds !== 0)
    .sort((a, b) => a.workday - b.workday || (a.classId < b.classId ? -1 : 1));
}
