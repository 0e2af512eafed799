import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { PunchesReply } from './schemas.ts';

export const punchOperations = {
  punches: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards/:person/punches',
    says: 'The raw punches of a card, where each comes from and where it was made.',
    asks: 'see cards',
    params: { period: IdParam, person: IdParam },
    gives: PunchesReply,
    shows: ['card'],
    status: 200,
  }),
} as const;
