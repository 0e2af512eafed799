import type { HandoffReply } from '@heath/contract';
import { api } from './base.ts';

export const { useHandoffQuery, useHandOffMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    handoff: build.query<HandoffReply, number>({
      query: (periodId) => `/periods/${periodId}/handoff`,
      providesTags: ['handoff'],
    }),
    handOff: build.mutation<HandoffReply, number>({
      query: (periodId) => ({ url: `/periods/${periodId}/handoff`, method: 'POST' }),
      invalidatesTags: ['handoff', 'periods', 'cards', 'card', 'strip'],
    }),
  }),
});
