import type { CardReply } from '@heath/contract';
import {
  type ClassSums,
  classesOf,
  classSums,
  isOvertime,
  payableHours,
  type Workday,
  workday,
  workweekOf,
} from '@heath/core';

/** What a workweek of a card pays, as far as it lies in the period. */
export interface WeekSum {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly sums: ClassSums;
  readonly payable: number;
  readonly overtime: number;
}

type OfCard = Pick<CardReply, 'firstDay' | 'lastDay' | 'weekStartsOn' | 'lines'>;

/** The workweek that a day lies in, by the rulebook of the card, cut at the ends of the period. */
export function weekOfDay({ firstDay, lastDay, weekStartsOn, lines }: OfCard, day: Workday): WeekSum {
  const start = workweekOf(day, weekStartsOn);
  const [first, last] = [workday(Math.max(start, firstDay)), workday(Math.min(start + 6, lastDay))];
  const sums = classSums(lines.filter((line) => line.workday >= first && line.workday <= last));
  const overtime = classesOf(sums).reduce(
    (sum, classId) => sum + (isOvertime(classId) ? (sums[classId]?.hours ?? 0) : 0),
    0,
  );
  return { firstDay: first, lastDay: last, sums, payable: payableHours(sums), overtime };
}

/** The workweeks of a card, the first first. */
export function weeksOf(card: OfCard): WeekSum[] {
  const weeks: WeekSum[] = [];
  for (let day = card.firstDay; day <= card.lastDay; ) {
    const week = weekOfDay(card, day);
    weeks.push(week);
    day = workday(week.lastDay + 1);
  }
  return weeks;
}
