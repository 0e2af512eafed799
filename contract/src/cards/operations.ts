import * as v from 'valibot';
import { defineOperation } from '../shared/operation.ts';
import { PageQuery } from '../shared/pages.ts';
import { IdParam } from '../shared/params.ts';
import { CardReply, CardsReply, StripReply } from './schemas.ts';

export const cardOperations = {
  cards: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards',
    says: 'The cards within reach, page by page, each by name.',
    asks: 'see cards',
    load: 'list',
    params: { period: IdParam },
    query: { page: PageQuery },
    gives: CardsReply,
    shows: ['cards'],
    status: 200,
  }),
  strip: defineOperation({
    method: 'GET',
    path: '/periods/:period/strip',
    says: 'The period by day, over the cards within reach of each page; the sums of all pages add up.',
    asks: 'see cards',
    load: 'list',
    params: { period: IdParam },
    query: { group: v.optional(IdParam), page: PageQuery },
    gives: StripReply,
    shows: ['strip'],
    status: 200,
  }),
  card: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards/:person',
    says: 'One card with its reasons, computed from what is there now.',
    asks: 'see cards',
    params: { period: IdParam, person: IdParam },
    gives: CardReply,
    shows: ['card'],
    status: 200,
  }),
} as const;
