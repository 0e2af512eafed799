import { CardReply, type CardsReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

/** A card in a period. */
export interface CardId {
  readonly periodId: number;
  readonly personId: number;
}

export const cardPath = ({ periodId, personId }: CardId): string => `/periods/${periodId}/cards/${personId}`;

export const cardsApi = api.injectEndpoints({
  endpoints: (build) => ({
    cards: build.query<CardsReply, number>({
      query: (periodId) => `/periods/${periodId}/cards`,
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
