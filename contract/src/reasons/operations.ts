import { defineOperation } from '../shared/operation.ts';
import { KeepReasonRequest, ReasonsReply } from './schemas.ts';

export const reasonOperations = {
  reasons: defineOperation({
    method: 'GET',
    path: '/reasons',
    says: 'Reasons that are kept for accepting exceptions.',
    asks: 'see cards',
    gives: ReasonsReply,
    shows: ['reasons'],
    status: 200,
  }),
  keepReason: defineOperation({
    method: 'POST',
    path: '/reasons',
    says: 'Keeps a reason for everybody.',
    asks: 'correct',
    takes: KeepReasonRequest,
    example: { body: { text: 'Agreed beforehand' } },
    gives: ReasonsReply,
    touches: 'nobody',
    makesStale: ['reasons'],
    status: 200,
  }),
} as const;
