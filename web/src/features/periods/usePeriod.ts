import type { PeriodSummary } from '@heath/contract';
import { useSearchParams } from 'react-router';
import { usePeriodsQuery } from '../../api/periods.ts';

/** The period in the address, or the one that is worked on; with what lies beside it. */
export function usePeriod() {
  const [query] = useSearchParams();
  const { data, error, refetch } = usePeriodsQuery();
  const periods: readonly PeriodSummary[] = data?.periods ?? [];
  const wanted = Number(query.get('period')) || data?.current;
  const index = Math.max(
    periods.findIndex((period) => period.id === wanted),
    0,
  );
  return {
    period: periods[index],
    periods,
    earlier: periods[index + 1],
    later: periods[index - 1],
    groups: data?.groups ?? [],
    /** They are not there yet, or cannot be had. */
    isMissing: data === undefined,
    error,
    again: () => void refetch(),
  };
}
