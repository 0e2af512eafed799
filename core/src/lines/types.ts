import type { DepartmentId, Hundredths, JobId, Seconds, Workday } from '../units.ts';

/** `ordinary`, `overtime-1.5`, `overtime-2`, …, or `premium:` and its name. */
export type ClassId = 'ordinary' | `overtime-${number}` | `premium:${string}`;

/** One day's hours of one class or premium in one job and department. */
export interface Line {
  readonly workday: Workday;
  readonly classId: ClassId;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  readonly seconds: Seconds;
  /** Hundredths of an hour, apportioned so that the day adds up. */
  readonly hundredths: Hundredths;
}

/** Premiums lie beside the classes: they are not added to payable hours. */
export const isPremium = (classId: ClassId): boolean => classId.startsWith('premium:');

/** Classes before premiums, ordinary first, then by what they pay. */
export const inClassOrder = (a: ClassId, b: ClassId): number =>
  Number(isPremium(a)) - Number(isPremium(b)) ||
  Number(b === 'ordinary') - Number(a === 'ordinary') ||
  (a < b ? -1 : a > b ? 1 : 0);

export const classOf = (multiplier: number): ClassId =>
  multiplier === 1 ? 'ordinary' : `overtime-${multiplier}`;
