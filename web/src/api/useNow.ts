import { type Instant, instant } from '@heath/core';
import { usePeriodsQuery } from './periods.ts';

/** The minute that it is by the clock of the business; null while that is not known. */
export function useNow(): Instant | null {
  const { data, fulfilledTimeStamp } = usePeriodsQuery();
  if (data === undefined || fulfilledTimeStamp === undefined) return null;
  const now = data.now + (Date.now() - fulfilledTimeStamp) / 1000;
  return instant(Math.floor(now / 60) * 60);
}
