import { beyondPlan } from './beyond-plan.ts';
import { clockTime } from './clock-time.ts';
import { consecutiveWorkday } from './consecutive-workday.ts';
import { cycle } from './cycle.ts';
import { holiday } from './holiday.ts';
import { payPeriod } from './pay-period.ts';
import { restDay } from './rest-day.ts';
import { shift } from './shift.ts';
import { workday } from './workday.ts';
import { workweek } from './workweek.ts';

/** Every basis an overtime rule may name; those below need settings of their own. */
export const PLAIN_BASES = {
  workday,
  workweek,
  'pay period': payPeriod,
  shift,
  'beyond plan': beyondPlan,
  'rest day': restDay,
  holiday,
};
export { clockTime, consecutiveWorkday, cycle };
