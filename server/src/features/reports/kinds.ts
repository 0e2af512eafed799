import type { ReportName } from '@heath/contract';
import type { ReportKind } from './define.ts';
import { bridge } from './kinds/bridge.ts';
import { changes } from './kinds/changes.ts';
import { comparison } from './kinds/comparison.ts';
import { exceptionsReport } from './kinds/exceptions.ts';
import { holidayAverageReport } from './kinds/holiday-average.ts';
import { hoursAndCost } from './kinds/hours-and-cost.ts';
import { overtime } from './kinds/overtime.ts';
import { plannedAndWorked } from './kinds/planned-and-worked.ts';
import { punches } from './kinds/punches.ts';
import { timeCard } from './kinds/time-card.ts';
import { unusual } from './kinds/unusual.ts';

/** Every report that there is. */
export const KINDS: Readonly<Record<ReportName, ReportKind>> = {
  'hours-and-cost': hoursAndCost,
  bridge,
  comparison,
  overtime,
  'planned-and-worked': plannedAndWorked,
  exceptions: exceptionsReport,
  'holiday-average': holidayAverageReport,
  'time-card': timeCard,
  unusual,
  punches,
  changes,
};
