import { DecideReply, type DecideRequest, DifferencesReply, SentReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

const differencesApi = api.injectEndpoints({
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
      /** What differs now is there before whoever decided is told so: the next key goes by it. */
      async onQueryStarted(_asked, { dispatch, queryFulfilled }) {
        try {
          const { periods, differences } = (await queryFulfilled).data;
          const value = { periods, differences };
          const entry = { endpointName: 'differences', arg: undefined, value } as const;
          dispatch(differencesApi.util.upsertQueryEntries([entry]));
        } catch {
          // It is asked for anew, and the page says why.
        }
      },
    }),
    sent: build.query<SentReply, { periodId: number; personId: number }>({
      query: ({ periodId, personId }) => `/periods/${periodId}/cards/${personId}/sent`,
      transformResponse: reads(SentReply),
      providesTags: ['differences', 'card', 'batch'],
    }),
  }),
});
export const { useDifferencesQuery, useDecideMutation, useSentQuery } = differencesApi;
