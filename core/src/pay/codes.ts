import type { ClassId } from '../model/classes.ts';

/** A pay code as the pay system knows it. */
export interface PayCode {
  readonly code: string;
  readonly name: string;
}

/** Which code each class and premium is paid under. A class that stands in none falls into the catch-all. */
export type PayCodeMap = ReadonlyMap<ClassId, PayCode>;
