import type { ComputedShift } from '../../card/shift.ts';
import { seconds, type Workday } from '../../time/units.ts';
import type { GuaranteeReason } from './reason.ts';
import type { GuaranteedDay, GuaranteeRule } from './types.ts';

/**
 * Step 9. What the rulebook guarantees beyond what was worked, for each workday with a shift or a plan.
 *
 * @param toWork those of the plans that are no standby
 * @param rulesOf the guarantees in force on a workday
 */
export function guarantees(
  shifts: readonly ComputedShift[],
  { plans, toWork, leave }: Pick<GuaranteedDay, 'plans' | 'toWork' | 'leave'>,
  rulesOf: (day: Workday) => {
    readonly guarantees: readonly GuaranteeRule[];
    readonly workday: { readonly weekStartsOn: number };
  },
): GuaranteeReason[] {
  const byDay = new Map<Workday, ComputedShift[]>(plans.map(({ workday }) => [workday, []]));
  for (const shift of shifts) {
    if (shift.spells.length === 0) continue;
    const of = byDay.get(shift.workday);
    if (of === undefined) byDay.set(shift.workday, [shift]);
    else of.push(shift);
  }
  return [...byDay].flatMap(([workday, ofDay]) => {
    const { guarantees: rules, workday: day } = rulesOf(workday);
    const { weekStartsOn } = day;
    const looked = { workday, shifts: ofDay, allShifts: shifts, plans, toWork, leave, weekStartsOn };
    return rules.flatMap(({ kind, name, owes }) =>
      owes(looked).map(
        ({
          job,
          department,
          site,
          costCenter = null,
          guaranteedSeconds,
          workedSeconds,
          times = 1,
        }): GuaranteeReason => ({
          step: 'guarantee',
          name,
          kind,
          workday,
          job,
          department,
          site,
          costCenter,
          seconds: seconds(guaranteedSeconds - workedSeconds),
          guaranteedSeconds: seconds(guaranteedSeconds),
          workedSeconds: seconds(workedSeconds),
          times,
        }),
      ),
    );
  });
}
