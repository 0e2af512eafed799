import type { Basis } from '../types.ts';

/** Hours of one workday. */
export const workday: Basis = { name: 'workday', reachDays: 0, bucketOfDay: (day) => day };
