import { and, desc, eq, lt } from 'drizzle-orm';
import type { Database } from '../../database/connect.ts';
import { auditEvent, user } from '../../database/schema/index.ts';

/**
 * The last events, the newest first, with the name of whoever caused each.
 *
 * @param before only those before the one of this id
 * @param by only those of one user; null for everybody's
 */
export const lastAuditEvents = (
  database: Database,
  before: number | undefined,
  by: number | null,
  most: number,
) =>
  database
    .select({ row: auditEvent, by: user.name })
    .from(auditEvent)
    .leftJoin(user, eq(user.id, auditEvent.userId))
    .where(
      and(
        before === undefined ? undefined : lt(auditEvent.id, before),
        by === null ? undefined : eq(auditEvent.userId, by),
      ),
    )
    .orderBy(desc(auditEvent.id))
    .limit(most);
