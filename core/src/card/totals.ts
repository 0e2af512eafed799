import { type ClassId, inClassOrder, isPremium } from '../pay/classes.ts';
import { type Hundredths, hundredths } from '../time/units.ts';
import type { Line } from './line.ts';

/** Hours of one class over many cards. */
export interface ClassSum {
  readonly seconds: number;
  readonly hundredths: number;
}
export type ClassSums = Readonly<Partial<Record<ClassId, ClassSum>>>;

/** The hours of a card by class and premium. */
export function classSums(lines: readonly Line[]): ClassSums {
  const sums: Partial<Record<ClassId, { seconds: number; hundredths: number }>> = {};
  for (const line of lines) {
    const sum = sums[line.classId] ?? { seconds: 0, hundredths: 0 };
    sums[line.classId] = sum;
    sum.seconds += line.seconds;
    sum.hundredths += line.hundredths;
  }
  return sums;
}

/** The classes and premiums that have hours, in the order in which they are shown everywhere. */
export const classesOf = (sums: ClassSums): ClassId[] => (Object.keys(sums) as ClassId[]).sort(inClassOrder);

/** Payable hundredths of a card: its classes, premiums aside. */
export function payableHundredths(sums: ClassSums): Hundredths {
  let total = 0;
  for (const [classId, sum] of Object.entries(sums)) {
    if (!isPremium(classId as ClassId)) total += sum?.hundredths ?? 0;
  }
  return hundredths(total);
}
