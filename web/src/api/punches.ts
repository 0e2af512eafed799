import { PunchesReply } from '@heath/contract';
import { api } from './base.ts';
import { type CardId, cardPath } from './cards.ts';
import { reads } from './reads.ts';

export const { usePunchesQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    punches: build.query<PunchesReply, CardId>({
      query: (card) => `${cardPath(card)}/punches`,
      transformResponse: reads(PunchesReply),
      providesTags: ['card'],
    }),
  }),
});
