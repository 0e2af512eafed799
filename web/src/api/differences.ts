import {
  DecideReply,
  type DecideRequest,
  type Difference,
  DifferencesReply,
  differenceOperations,
  differenceRows,
} from '@heath/contract';
import { type CardId, cardParams } from './cards.ts';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';
import { reads } from './requests/reads.ts';

/** What changed since it was handed off, and the periods that it is of, the latest first. */
export interface Differences {
  readonly periods: DifferencesReply['periods'];
  readonly differences: readonly Difference[];
}

/** The list of a reply. Nobody changes it, as nobody does what `reads` gives. */
const listOf = (reply: DifferencesReply): Differences =>
  Object.freeze({ periods: reply.periods, differences: differenceRows(reply) });

/** What was decided and left, and what differs afterwards. */
type Decided = Differences & Pick<DecideReply, 'decided' | 'left'>;

const differencesApi = api.injectEndpoints({
  endpoints: (build) => ({
    differences: build.query({
      ...callAlone(differenceOperations.differences),
      transformResponse: (body: unknown) => listOf(reads(DifferencesReply)(body)),
    }),
    decide: build.mutation({
      ...call(differenceOperations.decide, (body: DecideRequest) => ({ body })),
      transformResponse: (body: unknown): Decided => {
        const { decided, left, ...after } = reads(DecideReply)(body);
        return { decided, left, ...listOf(after) };
      },
      /** What differs now is there before whoever decided is told so: the next key goes by it. */
      async onQueryStarted(_asked, { dispatch, queryFulfilled }) {
        try {
          const { periods, differences } = (await queryFulfilled).data;
          const value = Object.freeze({ periods, differences });
          const entry = { endpointName: 'differences', arg: undefined, value } as const;
          dispatch(differencesApi.util.upsertQueryEntries([entry]));
        } catch {
          // It is asked for anew, and the page says why.
        }
      },
    }),
    sent: build.query(call(differenceOperations.sent, (card: CardId) => ({ params: cardParams(card) }))),
  }),
});
export const { useDifferencesQuery, useDecideMutation, useSentQuery } = differencesApi;
