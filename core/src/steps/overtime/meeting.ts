import { lengthOf } from '../../card/cut.ts';
import type { OvertimeReason } from '../../card/reasons.ts';
import type { Segment, WorkSegment } from '../../card/segment.ts';
import { itemAt } from '../../time/item-at.ts';
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

/** Each group computed alone; every workweek takes the one that gives more overtime pay, the first where they give the same. */
function takeGreater(
  segments: readonly Segment[],
  { rules, owns }: RulesInForce,
  groups: readonly (readonly OvertimeRule[])[],
  context: OvertimeContext,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  const grouped = new Set(groups.flat());
  const weekOf = (segment: Segment) => workweekOf(segment.workday, context.weekStartsOn);
  const alternatives = groups.map((group) => {
    const found: OvertimeReason[] = [];
    const own: WorkSegment[] = segments.map((segment) => ({ ...segment }));
    for (const rule of rules) {
      if (grouped.has(rule) && !group.includes(rule)) continue;
      applyRule(own, rule, context, false, owns, reasons === null ? null : found);
    }
    const pay = new Map<number, number>();
    for (const segment of own) {
      const week = weekOf(segment);
      pay.set(week, (pay.get(week) ?? 0) + (segment.pay.multiplier - 1) * lengthOf(segment));
    }
    return { segments: own, pay, found };
  });
  const chosen = new Map<number, number>();
  for (const segment of segments) {
    const week = weekOf(segment);
    if (chosen.has(week)) continue;
    let best = 0;
    alternatives.forEach(({ pay }, i) => {
      // A thousandth of a second is noise of multiplying.
      if ((pay.get(week) ?? 0) > (itemAt(alternatives, best).pay.get(week) ?? 0) + 0.001) best = i;
    });
    chosen.set(week, best);
  }
  if (reasons !== null) {
    alternatives.forEach(({ found }, i) => {
      for (const reason of found) {
        const week = workweekOf(reason.firstWorkday, context.weekStartsOn);
        const extra = (a: number) => Math.round(itemAt(alternatives, a).pay.get(week) ?? 0);
        reasons.push({
          ...reason,
          alternative: {
            chosen: chosen.get(week) === i,
            extraPaySeconds: extra(i),
            othersExtraPaySeconds: alternatives
              .map((_, a) => a)
              .filter((a) => a !== i)
              .map(extra),
          },
        });
      }
    });
  }
  return alternatives
    .flatMap(({ segments: own }, i) => own.filter((segment) => chosen.get(weekOf(segment)) === i))
    .sort((a, b) => a.start - b.start);
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
