import type { Basis } from './bases.ts';

/** Hours of one workday. */
export const workday: Basis = { bucketOf: (segment) => segment.workday };
