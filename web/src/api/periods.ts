import {
  LockRequest,
  MakePayPeriodsRequest,
  PayPeriodsPlan,
  PayPeriodsReply,
  PeriodsReply,
  StripReply,
  written,
} from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const periodsApi = api.injectEndpoints({
  endpoints: (build) => ({
    periods: build.query<PeriodsReply, void>({
      query: () => '/periods',
      transformResponse: reads(PeriodsReply),
      providesTags: ['periods'],
    }),
    payPeriods: build.query<PayPeriodsReply, void>({
      query: () => '/pay-periods',
      transformResponse: reads(PayPeriodsReply),
      providesTags: ['periods'],
    }),
    planPayPeriods: build.query<PayPeriodsPlan, MakePayPeriodsRequest>({
      query: (asked) => ({
        url: '/pay-periods/preview',
        method: 'POST',
        body: written(MakePayPeriodsRequest, asked),
      }),
      transformResponse: reads(PayPeriodsPlan),
      providesTags: ['periods'],
    }),
    makePayPeriods: build.mutation<PayPeriodsReply, MakePayPeriodsRequest>({
      query: (asked) => ({
        url: '/pay-periods',
        method: 'POST',
        body: written(MakePayPeriodsRequest, asked),
      }),
      transformResponse: reads(PayPeriodsReply),
      invalidatesTags: ['periods', 'handoff', 'tasks'],
    }),
    lockDays: build.mutation<PayPeriodsReply, LockRequest>({
      query: (asked) => ({ url: '/pay-periods/lock', method: 'PUT', body: written(LockRequest, asked) }),
      transformResponse: reads(PayPeriodsReply),
      invalidatesTags: ['periods'],
    }),
    strip: build.query<StripReply, { periodId: number; groupId: number | null }>({
      query: ({ periodId, groupId }) =>
        `/periods/${periodId}/strip${groupId === null ? '' : `?group=${groupId}`}`,
      transformResponse: reads(StripReply),
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
