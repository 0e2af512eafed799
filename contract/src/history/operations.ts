import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { HistoryReply } from './schemas.ts';

export const historyOperations = {
  history: defineOperation({
    method: 'GET',
    path: '/periods/:period/history',
    says: 'What was corrected on the cards within reach, the newest first.',
    asks: 'see cards',
    params: { period: IdParam },
    gives: HistoryReply,
    shows: ['history'],
    status: 200,
  }),
} as const;
