import type { Leave } from '../model/leave.ts';
import type { Plan } from '../model/plan.ts';
import type { PlannedShift } from '../steps/hold-to-plan/hold.ts';
import { seconds } from '../time/units.ts';
import type { Changes } from './changes.ts';

/**
 * Leave with what corrections add to it: flat hours, and plans that nobody worked and that became leave.
 *
 * @param toWork those of the plans that are no standby
 * @param shifts each with its plan
 */
export function withStatedLeave(
  leave: readonly Leave[],
  { plans, toWork }: { readonly plans: readonly Plan[]; readonly toWork: readonly Plan[] },
  shifts: readonly PlannedShift[],
  { leave: added, absences }: Pick<Changes, 'leave' | 'absences'>,
): readonly Leave[] {
  if (added.length === 0 && absences.length === 0) return leave;
  const all = [...leave, ...added];
  // Of two corrections that turn one absence into leave, the later holds.
  const byPlan = new Map(absences.map((absence) => [absence.planStartsAt, absence]));
  for (const { planStartsAt, code, correction } of byPlan.values()) {
    const plan = plans.find(({ startsAt }) => startsAt === planStartsAt);
    const isWorked = (shift: PlannedShift) =>
      plan !== undefined && (toWork.includes(plan) ? shift.match?.plan === plan : overlaps(shift, plan));
    if (plan === undefined || shifts.some(isWorked)) continue;
    const { workday, startsAt, endsAt, job, department } = plan;
    const length = seconds(endsAt - startsAt);
    all.push({ workday, kind: 'leave', code, seconds: length, reason: '', job, department, correction });
  }
  return all;
}

/** True where somebody worked within a standby, to which no shift belongs. */
const overlaps = ({ start: { shift } }: PlannedShift, { startsAt, endsAt }: Plan): boolean =>
  shift.spells.some((spell) => spell.in.at < endsAt && spell.out.at > startsAt);
