import type { Layout } from '@heath/core';
import { and, eq, ne } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { layout } from '../../database/schema/index.ts';

export const layouts = (queries: Reads) => queries.select().from(layout).orderBy(layout.id);

export async function findLayout(queries: Reads, id: number) {
  const [row] = await queries.select().from(layout).where(eq(layout.id, id)).for('update');
  return row;
}

export async function addLayout(
  queries: Queries,
  code: string,
  says: Layout,
  isInUse: boolean,
): Promise<number> {
  const [result] = await queries.insert(layout).values({ code, says, isInUse });
  return result.insertId;
}

export async function changeLayout(
  queries: Queries,
  id: number,
  says: Layout,
  version: number,
): Promise<void> {
  await queries.update(layout).set({ says, version }).where(eq(layout.id, id));
}

export async function removeLayout(queries: Queries, id: number): Promise<void> {
  await queries.delete(layout).where(eq(layout.id, id));
}

/** Lets one layout be the one in use, and no other. */
export async function use(queries: Queries, id: number): Promise<void> {
  await queries
    .update(layout)
    .set({ isInUse: false })
    .where(and(ne(layout.id, id), eq(layout.isInUse, true)));
  await queries.update(layout).set({ isInUse: true }).where(eq(layout.id, id));
}
