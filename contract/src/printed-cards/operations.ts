import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { PrintCardsRequest, PrintedCardsReply } from './schemas.ts';

export const printedCardOperations = {
  printCards: defineOperation({
    method: 'POST',
    path: '/periods/:period/printed-cards',
    says: 'Prints time cards for signing, a page each, in one PDF. What is made serves the moment: it is there for a day.',
    asks: 'see cards',
    load: 'heavy',
    params: { period: IdParam },
    takes: PrintCardsRequest,
    example: { body: { groupId: 1 } },
    gives: PrintedCardsReply,
    keyed: false,
    status: 200,
  }),
  printedCards: defineOperation({
    method: 'GET',
    path: '/printed-cards/:file',
    says: 'The PDF of printed cards, for whoever had it printed.',
    asks: 'see cards',
    params: { file: IdParam },
    gives: 'file',
    status: 200,
  }),
} as const;
