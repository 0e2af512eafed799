import { lengthOf } from '../card/cut.ts';
import type { Segment } from '../card/segment.ts';
import { workweekOf } from '../steps/workday/workday.ts';
import { type Instant, type Workday, workday } from '../time/units.ts';
import { raise } from './raise.ts';
import type { ExceptionFinder } from './types.ts';

interface Worked {
  seconds: number;
  readonly start: Instant;
  /** The last workday of it. */
  day: Workday;
}

function workedBy(segments: readonly Segment[], keyOf: (segment: Segment) => Workday): Map<Workday, Worked> {
  const sums = new Map<Workday, Worked>();
  for (const segment of segments) {
    const key = keyOf(segment);
    const sum = sums.get(key);
    if (sum === undefined)
      sums.set(key, { seconds: lengthOf(segment), start: segment.start, day: segment.workday });
    else {
      sum.seconds += lengthOf(segment);
      sum.day = segment.workday;
    }
  }
  return sums;
}

/** More work on one workday than somebody should do. */
export const dailyOver: ExceptionFinder = ({ segments }, ruleOn) =>
  [...workedBy(segments, (segment) => segment.workday)].flatMap(([day, { seconds, start }]) => {
    const rule = ruleOn(day);
    if (rule === undefined || seconds <= rule.limitSeconds) return [];
    return [
      raise('daily-over', rule, { workday: day, at: start, measured: seconds, limit: rule.limitSeconds }),
    ];
  });

/** Overtime that pays only when somebody agrees to it. One a workday and rule. */
export const overtimeApproval: ExceptionFinder = ({ segments, approved }, ruleOn) => {
  const waiting = new Map<string, { day: Workday; at: Instant; key: string; seconds: number }>();
  for (const segment of segments) {
    const { rule, workday: day } = segment;
    if (rule === null || !rule.waitsForApproval) continue;
    if (approved.some((one) => one.workday === day && one.rule === rule.name)) continue;
    const key = `${day}-${rule.name}`;
    const found = waiting.get(key) ?? { day, at: segment.start, key, seconds: 0 };
    found.seconds += lengthOf(segment);
    waiting.set(key, found);
  }
  return [...waiting.values()].flatMap(({ day, at, key, seconds }) => {
    const rule = ruleOn(day);
    if (rule === undefined) return [];
    return [raise('overtime-approval', rule, { workday: day, at, about: key, measured: seconds })];
  });
};

/** Too little rest between two shifts. */
export const restUnder: ExceptionFinder = ({ shifts }, ruleOn) =>
  shifts.flatMap((shift, i) => {
    const rule = ruleOn(shift.workday);
    const before = shifts[i - 1];
    if (rule === undefined || before === undefined) return [];
    if (shift.spells.length === 0 || before.spells.length === 0) return [];
    const { in: first } = shift.spells[0]!;
    const rest = first.at - before.spells[before.spells.length - 1]!.out.at;
    if (rest >= rule.limitSeconds) return [];
    const measured = { measured: rest, limit: rule.limitSeconds };
    return [raise('rest-under', rule, { workday: shift.workday, at: first.at, punch: first, ...measured })];
  });

/** More work a week, on average over the weeks up to this one, than somebody should do. */
export const averageOver: ExceptionFinder = ({ segments, rulesOn }, ruleOn) => {
  const weekOf = (day: Workday) => workweekOf(day, rulesOn(day).workday.weekStartsOn);
  const weeks = workedBy(segments, (segment) => weekOf(segment.workday));
  return [...weeks].flatMap(([week, { start, day }]) => {
    const rule = ruleOn(week);
    if (rule === undefined) return [];
    let sum = 0;
    for (let i = 0; i < rule.weeks; i++) sum += weeks.get(workday(week - 7 * i))?.seconds ?? 0;
    const average = sum / rule.weeks;
    if (average <= rule.limitSeconds) return [];
    const measured = { measured: Math.round(average), limit: rule.limitSeconds };
    return [raise('average-over', rule, { workday: day, at: start, about: `week-${week}`, ...measured })];
  });
};
