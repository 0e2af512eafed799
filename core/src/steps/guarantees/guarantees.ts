import type { ComputedShift } from '../../card/shift.ts';
import { seconds, type Workday } from '../../time/units.ts';
import type { GuaranteeReason } from './reason.ts';
import type { GuaranteedDay, GuaranteeRule } from './types.ts';

/** What guarantees are read from: an edition. */
interface Rules {
  readonly guarantees: readonly GuaranteeRule[];
  readonly workday: { readonly weekStartsOn: number };
}

/**
 * Step 9. What the rulebook guarantees beyond what was worked, for each workday with a shift or a plan.
 *
 * @param toWork those of the plans that are no standby
 * @param onWorkday the edition in force on a workday
 * @param ofShift the edition that a shift goes by
 */
export function guarantees(
  shifts: readonly ComputedShift[],
  { plans, toWork, leave }: Pick<GuaranteedDay, 'plans' | 'toWork' | 'leave'>,
  {
    onWorkday,
    ofShift,
  }: { readonly onWorkday: (day: Workday) => Rules; readonly ofShift: (shift: ComputedShift) => Rules },
): GuaranteeReason[] {
  const byDay = new Map<Workday, ComputedShift[]>(plans.map(({ workday }) => [workday, []]));
  for (const shift of shifts) {
    if (shift.spells.length === 0) continue;
    const of = byDay.get(shift.workday);
    if (of === undefined) byDay.set(shift.workday, [shift]);
    else of.push(shift);
  }
  return [...byDay].flatMap(([workday, ofDay]) => {
    const ofWorkday = onWorkday(workday);
    const editions = new Set<Rules>([ofWorkday, ...ofDay.map(ofShift)]);
    return [...editions].flatMap((edition) => {
      const { weekStartsOn } = edition.workday;
      const looked = { workday, allShifts: shifts, plans, toWork, leave, weekStartsOn };
      const own = ofDay.filter((shift) => ofShift(shift) === edition);
      return edition.guarantees
        .filter(({ per }) => per === 'shift' || edition === ofWorkday)
        .flatMap(({ kind, name, per, owes }) =>
          owes({ ...looked, shifts: per === 'shift' ? own : ofDay }).map(
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
  });
}
