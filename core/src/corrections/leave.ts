import type { Leave } from '../record/leave.ts';
import type { Plan } from '../record/plan.ts';
import { seconds } from '../time/units.ts';
import type { Changes } from './changes.ts';

/**
 * Leave with what corrections add to it: flat hours, and plans that nobody worked and that became leave.
 *
 * @param shifts each with its plan
 */
export function withStatedLeave(
  leave: readonly Leave[],
  plans: readonly Plan[],
  shifts: readonly { readonly match: { readonly plan: Plan } | null }[],
  { leave: added, absences }: Pick<Changes, 'leave' | 'absences'>,
): readonly Leave[] {
  if (added.length === 0 && absences.length === 0) return leave;
  const all = [...leave, ...added];
  // Of two corrections that turn one absence into leave, the later holds.
  const byPlan = new Map(absences.map((absence) => [absence.planStartsAt, absence]));
  for (const { planStartsAt, code, correction } of byPlan.values()) {
    const plan = plans.find(({ startsAt }) => startsAt === planStartsAt);
    if (plan === undefined || shifts.some(({ match }) => match?.plan === plan)) continue;
    const { workday, startsAt, endsAt, job, department } = plan;
    const length = seconds(endsAt - startsAt);
    all.push({ workday, kind: 'leave', code, seconds: length, reason: '', job, department, correction });
  }
  return all;
}
