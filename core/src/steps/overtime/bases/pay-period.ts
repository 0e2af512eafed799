import { workday } from '../../../time/units.ts';
import type { Basis } from '../types.ts';

/** Hours of one pay period; days of no known period do not count. */
export const payPeriod: Basis = {
  name: 'pay period',
  bucketOfDay: (day, { payPeriods }) =>
    payPeriods.find(({ first, last }) => day >= first && day <= last)?.first ?? null,
  reach: ({ first, last }, payPeriods) => {
    const touched = payPeriods.filter((period) => period.last >= first && period.first <= last);
    return {
      first: workday(Math.min(first, ...touched.map((period) => period.first))),
      last: workday(Math.max(last, ...touched.map((period) => period.last))),
    };
  },
};
