import type { ComputedShift } from '../../model/computed-shift.ts';
import { seconds, type Workday } from '../../time/units.ts';
import type { GuaranteeReason } from './reason.ts';
import type { GuaranteedDay, GuaranteeRule, Owed } from './types.ts';

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
    const owed: GuaranteeReason[] = [];
    const look = (edition: Rules, of: readonly ComputedShift[], what: GuaranteeRule['per']) => {
      const { weekStartsOn } = edition.workday;
      const day = { workday, shifts: of, allShifts: shifts, plans, toWork, leave, weekStartsOn };
      for (const { kind, name, per, owes } of edition.guarantees)
        if (per === what) for (const one of owes(day)) owed.push(reasonOf(one, kind, name, workday));
    };
    const editions = new Set(ofDay.map(ofShift));
    for (const edition of editions)
      look(
        edition,
        editions.size === 1 ? ofDay : ofDay.filter((shift) => ofShift(shift) === edition),
        'shift',
      );
    look(ofWorkday, ofDay, 'workday');
    return owed;
  });
}

const reasonOf = (
  { job, department, site, costCenter = null, guaranteedSeconds, workedSeconds, times = 1 }: Owed,
  kind: string,
  name: string,
  workday: Workday,
): GuaranteeReason => ({
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
});
