import { HandoffReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { useHandoffQuery, useHandOffMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    handoff: build.query<HandoffReply, number>({
      query: (periodId) => `/periods/${periodId}/handoff`,
      transformResponse: reads(HandoffReply),
      providesTags: ['handoff'],
    }),
    handOff: build.mutation<HandoffReply, number>({
      query: (periodId) => ({ url: `/periods/${periodId}/handoff`, method: 'POST' }),
      transformResponse: reads(HandoffReply),
      invalidatesTags: ['handoff', 'periods', 'cards', 'card', 'strip'],
    }),
  }),
});
