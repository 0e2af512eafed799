import { lengthOf } from '../../card/cut.ts';
import type { OvertimeReason } from '../../card/reasons.ts';
import type { Segment, WorkSegment } from '../../card/segment.ts';
import { itemAt } from '../../time/item-at.ts';
import type { Workday } from '../../time/units.ts';
import { workweekOf } from '../workday/workday.ts';
import { applyRule } from './overtime.ts';
import type { OvertimeContext, OvertimeRule, RulesInForce } from './types.ts';

/**
 * Step 7. Segments, in order of time, classed by the rules of every edition in force, as that edition has them meet. A
 * stretch of days that counts together follows the edition in force on its first day.
 */
export function classify(
  segments: WorkSegment[],
  editions: readonly RulesInForce[],
  common: Omit<OvertimeContext, 'weekStartsOn'>,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  let classed = segments;
  let longest = 0;
  const contexts: OvertimeContext[] = [];
  for (const { rules, weekStartsOn } of editions) {
    longest = Math.max(longest, rules.length);
    contexts.push(contextOf(common, weekStartsOn));
  }
  // Rule by rule over all editions: a week's rule must see what the other edition's daily rule made overtime.
  for (let index = 0; index < longest; index++) {
    for (let e = 0; e < editions.length; e++) {
      const { rules, meeting, owns } = itemAt(editions, e);
      const rule = rules[index];
      if (rule === undefined || meeting.mode === 'greater of') continue;
      applyRule(classed, rule, itemAt(contexts, e), meeting.mode === 'added together', owns, reasons);
    }
  }
  for (let e = 0; e < editions.length; e++) {
    const edition = itemAt(editions, e);
    if (edition.meeting.mode === 'greater of')
      classed = takeGreater(classed, edition, edition.meeting.groups, itemAt(contexts, e), reasons);
  }
  return classed;
}

/** One group of rules computed alone. */
interface Alternative {
  readonly segments: readonly WorkSegment[];
  /** What its overtime pays beyond plain time, in seconds at the plain rate, by the first day of the workweek. */
  readonly extraPay: ReadonlyMap<Workday, number>;
  readonly reasons: readonly OvertimeReason[];
}

/** Each group computed alone; every workweek takes the one that gives more overtime pay, the first where they give the same. */
function takeGreater(
  segments: readonly Segment[],
  edition: RulesInForce,
  groups: readonly (readonly OvertimeRule[])[],
  context: OvertimeContext,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  const weekOf = (day: Workday) => workweekOf(day, context.weekStartsOn);
  const alternatives = groups.map((group) =>
    computedAlone(group, segments, edition, groups.flat(), context, weekOf, reasons !== null),
  );
  const chosen = new Map<Workday, number>();
  for (const { workday } of segments) {
    const week = weekOf(workday);
    if (!chosen.has(week)) chosen.set(week, greatest(alternatives, week));
  }
  reasons?.push(...alternatives.flatMap((_, i) => compared(alternatives, i, chosen, weekOf)));
  return alternatives
    .flatMap(({ segments: own }, i) => own.filter(({ workday }) => chosen.get(weekOf(workday)) === i))
    .sort((a, b) => a.start - b.start);
}

function computedAlone(
  group: readonly OvertimeRule[],
  segments: readonly Segment[],
  { rules, owns }: RulesInForce,
  grouped: readonly OvertimeRule[],
  context: OvertimeContext,
  weekOf: (day: Workday) => Workday,
  explains: boolean,
): Alternative {
  const reasons: OvertimeReason[] | null = explains ? [] : null;
  const own: WorkSegment[] = segments.map((segment) => ({ ...segment }));
  for (const rule of rules)
    if (!grouped.includes(rule) || group.includes(rule)) applyRule(own, rule, context, false, owns, reasons);
  const extraPay = new Map<Workday, number>();
  for (const segment of own) {
    const week = weekOf(segment.workday);
    extraPay.set(week, (extraPay.get(week) ?? 0) + (segment.pay.multiplier - 1) * lengthOf(segment));
  }
  return { segments: own, extraPay, reasons: reasons ?? [] };
}

/** Which of the alternatives gives most in a workweek; the first of those that give the same. */
function greatest(alternatives: readonly Alternative[], week: Workday): number {
  let best = 0;
  let most = 0;
  for (const [i, { extraPay }] of alternatives.entries()) {
    const gives = extraPay.get(week) ?? 0;
    // A thousandth of a second is noise of multiplying.
    if (i > 0 && gives <= most + 0.001) continue;
    best = i;
    most = gives;
  }
  return best;
}

/** The reasons of one alternative, each with what it gives beside the others and whether it was taken. */
function compared(
  alternatives: readonly Alternative[],
  i: number,
  chosen: ReadonlyMap<Workday, number>,
  weekOf: (day: Workday) => Workday,
): OvertimeReason[] {
  return (alternatives[i]?.reasons ?? []).map((reason) => {
    const week = weekOf(reason.firstWorkday);
    const gives = alternatives.map(({ extraPay }) => Math.round(extraPay.get(week) ?? 0));
    return {
      ...reason,
      alternative: {
        chosen: chosen.get(week) === i,
        extraPaySeconds: gives[i] ?? 0,
        othersExtraPaySeconds: gives.filter((_, other) => other !== i),
      },
    };
  });
}

/** Written out: spreading costs as much as a rule, and this runs for every person there is. */
const contextOf = (
  { calendar, plans, payPeriods, leave, workedDays, daysInOrder }: Omit<OvertimeContext, 'weekStartsOn'>,
  weekStartsOn: number,
): OvertimeContext => ({
  weekStartsOn,
  calendar,
  plans,
  payPeriods,
  leave,
  workedDays,
  daysInOrder,
});
