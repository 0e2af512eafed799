import { defineOperation } from '../shared/operation.ts';
import { LeaveKindsReply } from './schemas.ts';

export const leaveKindOperations = {
  leaveKinds: defineOperation({
    method: 'GET',
    path: '/leave-kinds',
    says: 'The kinds of leave.',
    asks: 'see cards',
    gives: LeaveKindsReply,
    status: 200,
  }),
} as const;
