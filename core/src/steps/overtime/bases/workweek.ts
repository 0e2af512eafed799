import { workweekOf } from '../../workday/workday.ts';
import type { Basis } from '../types.ts';

/** Hours of one workweek: 168 hours, never averaged with another (29 CFR 778.104, recalled from memory). */
export const workweek: Basis = {
  name: 'workweek',
  bucketOfDay: (day, { weekStartsOn }) => workweekOf(day, weekStartsOn),
};
