import * as v from 'valibot';
import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { AuditEventsReply } from './schemas.ts';

export const auditEventOperations = {
  auditEvents: defineOperation({
    method: 'GET',
    path: '/audit-events',
    says: 'What was written: who, when, what, before and after; the newest first.',
    asks: 'see audit events',
    query: { before: v.optional(IdParam) },
    gives: AuditEventsReply,
    status: 200,
  }),
} as const;
