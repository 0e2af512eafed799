import { punchOperations } from '@heath/contract';
import { api } from './base.ts';
import { call } from './call.ts';
import { type CardId, cardParams } from './cards.ts';

export const { usePunchesQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    punches: build.query({
      ...call(punchOperations.punches, (card: CardId) => ({ params: cardParams(card) })),
      providesTags: ['card'],
    }),
  }),
});
