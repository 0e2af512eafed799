import type { Basis } from '../types.ts';

/** Consecutive hours of one shift, also across the workday's line. */
export const shift: Basis = { name: 'shift' };
