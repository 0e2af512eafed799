import type { ComputedShift } from '../../model/computed-shift.ts';
import type { Owed } from './types.ts';

/** What is owed for one shift: a line in the job and department in which it started. */
export function owedFor(
  shift: ComputedShift | undefined,
  guaranteedSeconds: number,
  workedSeconds: number,
  times = 1,
): Owed[] {
  const first = shift?.spells[0]?.in;
  if (first === undefined || workedSeconds >= guaranteedSeconds) return [];
  const { job, department, site, costCenter = null } = first;
  return [{ job, department, site, costCenter, guaranteedSeconds, workedSeconds, times }];
}
