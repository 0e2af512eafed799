import * as v from 'valibot';
import { list } from '../shared/list.ts';

/** GET /api/audit-events?before=ID: what was written, the newest first. */
export const AuditEventsReply = v.object({
  events: list(
    v.object({
      id: v.number(),
      /** ISO 8601 instant. */
      at: v.string(),
      /** Null where Heath did it by itself. */
      by: v.nullable(v.string()),
      what: v.string(),
      /** The table, and the row there. */
      about: v.string(),
      aboutId: v.number(),
      /** Whether it changed what its user is paid, too, as it changed others alike. */
      isOwnPay: v.boolean(),
      before: v.unknown(),
      after: v.unknown(),
    }),
  ),
});
export type AuditEventsReply = v.InferOutput<typeof AuditEventsReply>;
