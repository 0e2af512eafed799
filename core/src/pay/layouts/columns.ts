import { account } from './columns/account.ts';
import { batchNumber } from './columns/batch-number.ts';
import { code } from './columns/code.ts';
import { codeName } from './columns/code-name.ts';
import { controlTotal } from './columns/control-total.ts';
import { costCenter } from './columns/cost-center.ts';
import { department } from './columns/department.ts';
import { group } from './columns/group.ts';
import { hours } from './columns/hours.ts';
import { hoursOfCodes } from './columns/hours-of-codes.ts';
import { job } from './columns/job.ts';
import { lineCount } from './columns/line-count.ts';
import { lineNumber } from './columns/line-number.ts';
import { multiplier } from './columns/multiplier.ts';
import { personName } from './columns/name.ts';
import { payDay } from './columns/pay-day.ts';
import { peopleCount } from './columns/people-count.ts';
import { periodFirst } from './columns/period-first.ts';
import { periodLast } from './columns/period-last.ts';
import { person } from './columns/person.ts';
import { premiumHours } from './columns/premium-hours.ts';
import { reference } from './columns/reference.ts';
import { site } from './columns/site.ts';
import { words } from './columns/words.ts';
import { workday } from './columns/workday.ts';

/** Every kind of column that a layout may have, and that its records before and after the lines may. */
export const COLUMNS = [
  person,
  personName,
  group,
  workday,
  periodFirst,
  periodLast,
  payDay,
  code,
  codeName,
  account,
  hours,
  premiumHours,
  hoursOfCodes,
  multiplier,
  job,
  department,
  site,
  costCenter,
  words,
  reference,
  lineNumber,
  batchNumber,
  lineCount,
  peopleCount,
  controlTotal,
] as const;
