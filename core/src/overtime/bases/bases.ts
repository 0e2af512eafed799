import type { Segment } from '../../workday/types.ts';
import { workday } from './workday.ts';
import { workweek } from './workweek.ts';

/** What an overtime rule adds up: segments with the same bucket count together. */
export interface Basis {
  /** A number that is the same for all segments that count together, and differs between neighbors that do not. */
  bucketOf(segment: Segment, weekStartsOn: number): number;
}

/** Every basis an overtime rule may name. */
export const BASES = { workday, workweek } satisfies Record<string, Basis>;
export type BasisName = keyof typeof BASES;
