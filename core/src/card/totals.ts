import { type ClassId, inClassOrder, isPremium } from '../model/classes.ts';
import type { Line } from '../model/line.ts';
import { type Hours, hours } from '../time/hours.ts';

/** Hours of one class over many cards. */
export interface ClassSum {
  readonly seconds: number;
  readonly hours: number;
}
/** Hours by class and premium. */
export type ClassSums = Readonly<Partial<Record<ClassId, ClassSum>>>;

/** The hours of a card by class and premium. */
export function classSums(lines: readonly Line[]): ClassSums {
  const sums: Partial<Record<ClassId, { seconds: number; hours: number }>> = {};
  for (const line of lines) {
    const sum = sums[line.classId] ?? { seconds: 0, hours: 0 };
    sums[line.classId] = sum;
    sum.seconds += line.seconds;
    sum.hours += line.hours;
  }
  return sums;
}

/** The classes and premiums that have hours, in the order in which they are shown everywhere. */
export const classesOf = (sums: ClassSums): ClassId[] => classIdsIn(sums).sort(inClassOrder);

/** Each class of some sums with its sum, in no order. */
export const sumsByClass = (sums: ClassSums): [ClassId, ClassSum][] =>
  classIdsIn(sums).flatMap((classId) => {
    const sum = sums[classId];
    return sum === undefined ? [] : [[classId, sum]];
  });

/** The keys of sums are classes, and nothing else is ever put there. */
const classIdsIn = (sums: ClassSums): ClassId[] => Object.keys(sums) as ClassId[];

/** Payable hours of a card: its classes, premiums aside. */
export function payableHours(sums: ClassSums): Hours {
  let total = 0;
  for (const classId of classIdsIn(sums)) if (!isPremium(classId)) total += sums[classId]?.hours ?? 0;
  return hours(total);
}
