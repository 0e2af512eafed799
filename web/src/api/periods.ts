import {
  cardOperations,
  type LockRequest,
  type MakePayPeriodsRequest,
  periodOperations,
  written,
} from '@heath/contract';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const { periods, payPeriods, previewPayPeriods, makePayPeriods, lockDays } = periodOperations;

/** A period, of one pay group or of all. */
interface OfGroup {
  readonly periodId: number;
  readonly groupId: number | null;
}

export const periodsApi = api.injectEndpoints({
  endpoints: (build) => ({
    periods: build.query({ ...callAlone(periods), providesTags: ['periods'] }),
    payPeriods: build.query({ ...callAlone(payPeriods), providesTags: ['periods'] }),
    planPayPeriods: build.query({
      ...call(previewPayPeriods, (asked: MakePayPeriodsRequest) => ({
        body: written(previewPayPeriods.takes, asked),
      })),
      providesTags: ['periods'],
    }),
    makePayPeriods: build.mutation({
      ...call(makePayPeriods, (asked: MakePayPeriodsRequest) => ({
        body: written(makePayPeriods.takes, asked),
      })),
      invalidatesTags: ['periods', 'handoff', 'tasks'],
    }),
    lockDays: build.mutation({
      ...call(lockDays, (asked: LockRequest) => ({ body: written(lockDays.takes, asked) })),
      invalidatesTags: ['periods'],
    }),
    strip: build.query({
      ...call(cardOperations.strip, ({ periodId, groupId }: OfGroup) => ({
        params: { period: periodId },
        query: { group: groupId ?? undefined },
      })),
      providesTags: ['strip'],
    }),
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
