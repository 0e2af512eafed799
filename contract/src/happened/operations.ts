import * as v from 'valibot';
import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { HappenedReply } from './schemas.ts';

export const happenedOperations = {
  happened: defineOperation({
    method: 'GET',
    path: '/happened',
    says: 'What was written: who, when, what, before and after; the newest first.',
    asks: 'see what happened',
    query: { before: v.optional(IdParam) },
    gives: HappenedReply,
    status: 200,
  }),
} as const;
