import { PeriodsReply, StripReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const periodsApi = api.injectEndpoints({
  endpoints: (build) => ({
    periods: build.query<PeriodsReply, void>({
      query: () => '/periods',
      transformResponse: reads(PeriodsReply),
      providesTags: ['periods'],
    }),
    strip: build.query<StripReply, { periodId: number; groupId: number | null }>({
      query: ({ periodId, groupId }) =>
        `/periods/${periodId}/strip${groupId === null ? '' : `?group=${groupId}`}`,
      transformResponse: reads(StripReply),
      providesTags: ['strip'],
    }),
  }),
});
export const { usePeriodsQuery, useStripQuery } = periodsApi;
