import { punchOperations } from '@heath/contract';
import { type CardId, cardParams } from './cards.ts';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

export const { usePunchesQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    punches: build.query(call(punchOperations.punches, (card: CardId) => ({ params: cardParams(card) }))),
  }),
});
