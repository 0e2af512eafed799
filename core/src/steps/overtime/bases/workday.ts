import type { Basis } from '../types.ts';

/** Hours of one workday. */
export const workday: Basis = { name: 'workday', bucketOfDay: (day) => day };
