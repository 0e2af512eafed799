import {
  cardOperations,
  type LockRequest,
  type MakePayPeriodsRequest,
  periodOperations,
  withPage,
  written,
} from '@heath/contract';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';
import { callPages } from './requests/pages.ts';

const { periods, payPeriods, previewPayPeriods, makePayPeriods, lockDays } = periodOperations;

/** A period, of one pay group or of all. */
interface OfGroup {
  readonly periodId: number;
  readonly groupId: number | null;
}

export const periodsApi = api.injectEndpoints({
  endpoints: (build) => ({
    periods: build.query(callAlone(periods)),
    payPeriods: build.query(callAlone(payPeriods)),
    planPayPeriods: build.query(
      call(previewPayPeriods, (asked: MakePayPeriodsRequest) => ({
        body: written(previewPayPeriods.takes, asked),
      })),
    ),
    makePayPeriods: build.mutation(
      call(makePayPeriods, (asked: MakePayPeriodsRequest) => ({
        body: written(makePayPeriods.takes, asked),
      })),
    ),
    lockDays: build.mutation(
      call(lockDays, (asked: LockRequest) => ({ body: written(lockDays.takes, asked) })),
    ),
    strip: build.query(
      callPages(
        cardOperations.strip,
        ({ periodId, groupId }: OfGroup, page) => ({
          params: { period: periodId },
          query: { group: groupId ?? undefined, page },
        }),
        ([first, ...others]) => others.reduce(withPage, first),
      ),
    ),
  }),
});
export const {
  usePeriodsQuery,
  useStripQuery,
  usePayPeriodsQuery,
  usePlanPayPeriodsQuery,
  useMakePayPeriodsMutation,
  useLockDaysMutation,
} = periodsApi;
