import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { DecideReply, DecideRequest, DifferencesReply, SentReply } from './schemas.ts';

export const differenceOperations = {
  differences: defineOperation({
    method: 'GET',
    path: '/differences',
    says: 'What changed since it was handed off, of everybody within reach, and what was decided of it.',
    asks: 'see cards',
    load: 'list',
    gives: DifferencesReply,
    shows: ['differences'],
    status: 200,
  }),
  decide: defineOperation({
    method: 'POST',
    path: '/differences/decide',
    says: 'Carries differences over, waives or approves them, or takes that back; each that cannot be is left, with the reason.',
    asks: 'approve',
    load: 'heavy',
    takes: DecideRequest,
    example: { body: { what: 'carry', differences: [{ periodId: 1, personId: 7, version: 2 }] } },
    gives: DecideReply,
    touches: 'people',
    makesStale: ['differences', 'handoff'],
    status: 200,
  }),
  sent: defineOperation({
    method: 'GET',
    path: '/periods/:period/cards/:person/sent',
    says: 'Everything ever sent of a card, line by line, beside what it says now.',
    asks: 'see cards',
    params: { period: IdParam, person: IdParam },
    gives: SentReply,
    shows: ['differences', 'card', 'batch'],
    status: 200,
  }),
} as const;
