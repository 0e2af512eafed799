export { PayPeriodsView } from './PayPeriodsView.tsx';
export { PeriodBar } from './PeriodBar.tsx';
export { usePeriod } from './usePeriod.ts';
