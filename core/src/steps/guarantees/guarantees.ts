import type { ComputedShift } from '../../card/shift.ts';
import type { DepartmentId, JobId } from '../../record/ids.ts';
import type { Plan } from '../../record/plan.ts';
import type { Seconds, Workday } from '../../time/units.ts';
import { seconds } from '../../time/units.ts';
import { gapKind } from '../breaks/breaks.ts';
import { workweekOf } from '../workday/workday.ts';
import type { GuaranteeReason, GuaranteeRule } from './types.ts';

/**
 * Step 9. What the rulebook guarantees beyond what was worked, for each workday.
 *
 * @param rulesOf the guarantees in force on a workday
 */
export function guarantees(
  shifts: readonly ComputedShift[],
  plans: readonly Plan[],
  rulesOf: (day: Workday) => {
    readonly guarantees: readonly GuaranteeRule[];
    readonly workday: { readonly weekStartsOn: number };
  },
): GuaranteeReason[] {
  const found: GuaranteeReason[] = [];
  const byDay = new Map<Workday, ComputedShift[]>();
  for (const shift of shifts) {
    if (shift.spells.length === 0) continue;
    const of = byDay.get(shift.workday);
    if (of === undefined) byDay.set(shift.workday, [shift]);
    else of.push(shift);
  }
  for (const [day, ofDay] of byDay) {
    const { guarantees: rules, workday } = rulesOf(day);
    for (const rule of rules) {
      if (rule.kind === 'call-out') {
        const week = workweekOf(day, workday.weekStartsOn);
        // Where nothing at all was planned, nothing tells a call-out from a shift.
        const hasPlans = plans.some((plan) => plan.workday >= week && plan.workday < week + 7);
        for (const shift of ofDay) {
          const { job } = shift.spells[0]!.in;
          const called =
            rule.jobs === null ? hasPlans && shift.match === null : job !== null && rule.jobs.has(job);
          if (called && shift.payableSeconds < rule.leastSeconds)
            found.push(topUp(rule, shift, rule.leastSeconds, shift.payableSeconds));
        }
      } else if (rule.kind === 'share of plan') {
        for (const shift of ofDay) {
          if (shift.match === null || !shift.match.isLast) continue;
          const { plan } = shift.match;
          const worked = shifts
            .filter((other) => other.match?.plan === plan)
            .reduce((sum, other) => sum + other.payableSeconds, 0);
          const share = Math.floor((plan.endsAt - plan.startsAt) * rule.share);
          const guaranteed = Math.min(Math.max(share, rule.leastSeconds), rule.mostSeconds);
          if (worked < guaranteed) found.push(topUp(rule, shift, guaranteed, worked));
        }
      } else if (rule.kind === 'meal premium') {
        const faults = new Set<string>();
        // A meal both short and late is one meal.
        ofDay.forEach((shift, i) => {
          for (const fault of shift.breaks.mealFaults)
            if (rule.faults.has(fault.kind)) faults.add(`${i} ${fault.nth}`);
        });
        const times = Math.min(faults.size, rule.atMostPerWorkday);
        if (times > 0) found.push({ ...topUp(rule, ofDay[0]!, times * rule.paysSeconds, 0), times });
      } else {
        const times = longGaps(ofDay, rule.gapOverSeconds);
        if (times > 0) found.push({ ...topUp(rule, ofDay[0]!, rule.paysSeconds, 0), times });
      }
    }
  }
  return found;
}

function topUp(
  rule: GuaranteeRule,
  shift: ComputedShift,
  guaranteed: number,
  worked: number,
): GuaranteeReason {
  const { job, department } = shift.spells[0]!.in;
  return {
    step: 'guarantee',
    name: rule.name,
    kind: rule.kind,
    workday: shift.workday,
    job,
    department,
    seconds: seconds(guaranteed - worked),
    guaranteedSeconds: seconds(guaranteed),
    workedSeconds: seconds(worked),
    times: 1,
  };
}

/** Unpaid gaps of one workday, within its shifts and between them, that are longer than this; meals are none. */
function longGaps(shifts: readonly ComputedShift[], over: number): number {
  let times = 0;
  shifts.forEach((shift, i) => {
    for (let s = 1; s < shift.rounded.length; s++) {
      const gap = shift.rounded[s]!.start - shift.rounded[s - 1]!.end;
      if (gap > over && gapKind(shift.spells[s - 1]!, shift.spells[s]!) === 'away') times++;
    }
    const next = shifts[i + 1];
    if (next !== undefined && next.rounded[0]!.start - shift.rounded[shift.rounded.length - 1]!.end > over)
      times++;
  });
  return times;
}
