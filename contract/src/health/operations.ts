import { defineOperation } from '../shared/operation.ts';
import { HealthReply } from './schemas.ts';

export const healthOperations = {
  health: defineOperation({
    method: 'GET',
    path: '/health',
    says: 'Whether this server and its database are ready.',
    asks: 'anybody',
    gives: HealthReply,
    status: 200,
  }),
} as const;
