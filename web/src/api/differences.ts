import { DecideReply, type DecideRequest, DifferencesReply, SentReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { useDifferencesQuery, useDecideMutation, useSentQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    differences: build.query<DifferencesReply, void>({
      query: () => '/differences',
      transformResponse: reads(DifferencesReply),
      providesTags: ['differences'],
    }),
    decide: build.mutation<DecideReply, DecideRequest>({
      query: (body) => ({ url: '/differences/decide', method: 'POST', body }),
      transformResponse: reads(DecideReply),
      invalidatesTags: ['differences', 'handoff'],
    }),
    sent: build.query<SentReply, { periodId: number; personId: number }>({
      query: ({ periodId, personId }) => `/periods/${periodId}/cards/${personId}/sent`,
      transformResponse: reads(SentReply),
      providesTags: ['differences', 'card', 'batch'],
    }),
  }),
});
