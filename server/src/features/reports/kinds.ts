import type { ReportKind } from './define.ts';
import { bridge } from './kinds/bridge.ts';
import { changes } from './kinds/changes.ts';
import { comparison } from './kinds/comparison.ts';
import { exceptionsReport } from './kinds/exceptions.ts';
import { holidayAverageReport } from './kinds/holiday-average.ts';
import { hoursAndCost } from './kinds/hours-and-cost.ts';
import { lateness } from './kinds/lateness.ts';
import { noHours } from './kinds/no-hours.ts';
import { overtime } from './kinds/overtime.ts';
import { plannedAndWorked } from './kinds/planned-and-worked.ts';
import { punches } from './kinds/punches.ts';
import { shifts } from './kinds/shifts.ts';
import { timeCard } from './kinds/time-card.ts';
import { unusual } from './kinds/unusual.ts';

/** Every report that there is, in the order in which they are listed. */
export const REPORTS: readonly ReportKind[] = [
  hoursAndCost,
  overtime,
  bridge,
  comparison,
  plannedAndWorked,
  lateness,
  noHours,
  unusual,
  timeCard,
  holidayAverageReport,
  shifts,
  exceptionsReport,
  punches,
  changes,
];
