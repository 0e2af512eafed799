import * as v from 'valibot';
import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { CardReply, CardsReply, StripReply } from './schemas.ts';

export const cardOperations = {
  cards: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards',
    says: 'The cards within reach, by name.',
    asks: 'see cards',
    load: 'list',
    params: { period: IdParam },
    gives: CardsReply,
    shows: ['cards'],
    status: 200,
  }),
  strip: defineOperation({
    method: 'GET',
    path: '/periods/:period/strip',
    says: 'The period by day, over the cards within reach.',
    asks: 'see cards',
    load: 'list',
    params: { period: IdParam },
    query: { group: v.optional(IdParam) },
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
