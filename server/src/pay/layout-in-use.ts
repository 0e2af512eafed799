import type { Layout } from '@heath/core';
import { desc } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { layout } from '../database/schema/index.ts';

/** The layout in which handoffs are sealed: the one in use, else the first there is; null where there is none. */
export async function layoutInUse(queries: Reads): Promise<Layout | null> {
  const [row] = await queries
    .select({ says: layout.says })
    .from(layout)
    .orderBy(desc(layout.isInUse), layout.id)
    .limit(1);
  return row?.says ?? null;
}
