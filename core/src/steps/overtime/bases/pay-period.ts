import { periodsOver } from '../../../time/spans.ts';
import type { Basis } from '../types.ts';

/** Hours of one pay period; days of no known period do not count. */
export const payPeriod: Basis = {
  name: 'pay period',
  bucketOfDay: (day, { payPeriods }) =>
    payPeriods.find(({ first, last }) => day >= first && day <= last)?.first ?? null,
  reach: periodsOver,
};
