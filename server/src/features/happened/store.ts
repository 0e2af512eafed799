import { and, desc, eq, lt } from 'drizzle-orm';
import type { Database } from '../../database/connect.ts';
import { happened, user } from '../../database/schema/index.ts';

/**
 * The last events, the newest first, with the name of whoever caused each.
 *
 * @param before only those before the one of this id
 * @param by only those of one user; null for everybody's
 */
export const lastHappened = (
  database: Database,
  before: number | undefined,
  by: number | null,
  most: number,
) =>
  database
    .select({ row: happened, by: user.name })
    .from(happened)
    .leftJoin(user, eq(user.id, happened.userId))
    .where(
      and(
        before === undefined ? undefined : lt(happened.id, before),
        by === null ? undefined : eq(happened.userId, by),
      ),
    )
    .orderBy(desc(happened.id))
    .limit(most);
