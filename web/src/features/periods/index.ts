import { lazyPart } from '../../ui/screen/part.ts';

export { PeriodBar } from './PeriodBar.tsx';
export { usePeriod } from './usePeriod.ts';

/** Apart: every working screen has the bar, one has this. */
export const PayPeriodsView = lazyPart(async () => (await import('./PayPeriodsView.tsx')).PayPeriodsView);
