import { lazy } from 'react';

export { PeriodBar } from './PeriodBar.tsx';
export { usePeriod } from './usePeriod.ts';

/** Apart: every working screen has the bar, one has this. */
export const PayPeriodsView = lazy(async () => ({
  default: (await import('./PayPeriodsView.tsx')).PayPeriodsView,
}));
