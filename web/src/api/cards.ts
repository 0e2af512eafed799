import { CardReply, type CardRow, type CardsReply, cardRows } from '@heath/contract';
import { LongList } from './LongList.ts';
import { periodsApi } from './periods.ts';
import { reads } from './reads.ts';

/** A card in a period. */
export interface CardId {
  readonly periodId: number;
  readonly personId: number;
}

export const cardPath = ({ periodId, personId }: CardId): string => `/periods/${periodId}/cards/${personId}`;

export const cardsApi = periodsApi.injectEndpoints({
  endpoints: (build) => ({
    cards: build.query<LongList<CardRow>, number>({
      query: (periodId) => `/periods/${periodId}/cards`,
      transformResponse: (reply: CardsReply) => new LongList(cardRows(reply)),
      providesTags: ['cards'],
    }),
    card: build.query<CardReply, CardId>({
      query: cardPath,
      transformResponse: reads(CardReply),
      providesTags: ['card'],
    }),
  }),
});
export const { useCardsQuery, useCardQuery } = cardsApi;
