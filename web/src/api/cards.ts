import { cardOperations, cardRows } from '@heath/contract';
import { periodsApi } from './periods.ts';
import { call } from './requests/call.ts';
import { LongList } from './requests/LongList.ts';
import { byNameOnPages, callPages } from './requests/pages.ts';

/** A card in a period. */
export interface CardId {
  readonly periodId: number;
  readonly personId: number;
}

/** The parts of its address. */
export const cardParams = ({ periodId, personId }: CardId) => ({ period: periodId, person: personId });

export const cardsApi = periodsApi.injectEndpoints({
  endpoints: (build) => ({
    cards: build.query(
      callPages(
        cardOperations.cards,
        (period: number, page) => ({ params: { period }, query: { page } }),
        (pages) => new LongList(byNameOnPages(pages.map(cardRows), (row) => row)),
      ),
    ),
    card: build.query(call(cardOperations.card, (card: CardId) => ({ params: cardParams(card) }))),
  }),
});
export const { useCardsQuery, useCardQuery } = cardsApi;
