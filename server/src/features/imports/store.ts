import type { Mapping } from '@heath/core';
import { and, asc, desc, eq, gt, lte, max, ne, sql } from 'drizzle-orm';
import type { Database, Queries, Reads, RunningWrites } from '../../database/connect.ts';
import {
  assignment,
  badge,
  badgeOwner,
  importChunk,
  importFile,
  importRefusal,
  job,
  punchSource,
  site,
  task,
  user,
} from '../../database/schema/index.ts';

import { transaction } from '../../database/transaction.ts';
import type { FileBytes } from './read/types.ts';

export type ImportRow = typeof importFile.$inferSelect;
type Refusal = typeof importRefusal.$inferInsert;

/** The bytes of a file as they were received, kept in chunks. */
export async function storedBytes(database: Database, importId: number): Promise<FileBytes> {
  const chunks = await database
    .select({ seq: importChunk.seq, length: sql<number>`LENGTH(${importChunk.bytes})` })
    .from(importChunk)
    .where(eq(importChunk.importId, importId))
    .orderBy(importChunk.seq);
  let last: { readonly seq: number; readonly bytes: Buffer } | null = null;
  const bytesOf = async (seq: number): Promise<Buffer> => {
    if (last?.seq === seq) return last.bytes;
    const [row] = await database
      .select({ bytes: importChunk.bytes })
      .from(importChunk)
      .where(and(eq(importChunk.importId, importId), eq(importChunk.seq, seq)));
    if (row === undefined) throw new Error(`Chunk ${seq} of file ${importId} is gone.`);
    last = { seq, bytes: row.bytes };
    return row.bytes;
  };
  async function* range(start: number, end: number): AsyncGenerator<Buffer> {
    let at = 0;
    for (const { seq, length } of chunks) {
      if (at < end && at + length > start)
        yield (await bytesOf(seq)).subarray(Math.max(start - at, 0), Math.min(end - at, length));
      at += length;
    }
  }
  const size = chunks.reduce((sum, { length }) => sum + length, 0);
  return { size, range, chunks: () => range(0, size) };
}

export async function createImport(
  queries: RunningWrites,
  values: typeof importFile.$inferInsert,
): Promise<number> {
  const [result] = await queries.insert(importFile).values(values);
  return result.insertId;
}

/** Adds a chunk as a prepared statement, which sends bytes as bytes: in the text of a statement they would be twice as long. */
export async function addChunk(
  database: Database,
  importId: number,
  seq: number,
  bytes: Buffer,
): Promise<void> {
  const { sql } = database.insert(importChunk).values({ importId, seq, bytes }).toSQL();
  await database.$client.promise().execute(sql, [importId, seq, bytes]);
}

/** Takes away a file that is not wholly received; one that is stays. */
export function forgetReceiving(database: Database, importId: number): Promise<void> {
  return transaction(database, async (tx) => {
    const receiving = and(eq(importFile.id, importId), eq(importFile.status, 'receiving'));
    const rows = await tx.select({ id: importFile.id }).from(importFile).where(receiving).for('update');
    if (rows.length === 0) return;
    await tx.delete(importChunk).where(eq(importChunk.importId, importId));
    await tx.delete(importFile).where(eq(importFile.id, importId));
  });
}

export async function updateImport(
  queries: RunningWrites,
  importId: number,
  set: Partial<ImportRow>,
): Promise<void> {
  await queries.update(importFile).set(set).where(eq(importFile.id, importId));
}

const withUser = (queries: Reads) =>
  queries
    .select({
      file: importFile,
      by: user.name,
      /** Whose pay is their own. */
      personId: user.personId,
      done: task.done,
      total: task.total,
      taskStatus: task.status,
      taskError: task.error,
    })
    .from(importFile)
    .innerJoin(user, eq(user.id, importFile.madeBy))
    .leftJoin(task, eq(task.id, importFile.taskId));
export type ImportWithUser = Awaited<ReturnType<typeof withUser>>[number];

export async function findImport(queries: Reads, importId: number): Promise<ImportWithUser | undefined> {
  return (await withUser(queries).where(eq(importFile.id, importId)))[0];
}

export function listImports(queries: Reads): Promise<ImportWithUser[]> {
  return withUser(queries).where(ne(importFile.status, 'receiving')).orderBy(desc(importFile.id)).limit(200);
}

/** The number of the last file that anybody began to send; 0 where there is none. */
export async function lastImportId(queries: Reads): Promise<number> {
  const [row] = await queries.select({ id: max(importFile.id) }).from(importFile);
  return row?.id ?? 0;
}

/**
 * Takes away what a server of this name was receiving when it died: nobody sends the rest of it.
 *
 * @param last the last file before the server of that name that asks took any: what it receives itself goes on
 */
export async function forgetHalfReceived(database: Database, server: string, last: number): Promise<void> {
  const half = and(
    eq(importFile.status, 'receiving'),
    eq(importFile.receivedBy, server),
    lte(importFile.id, last),
  );
  for (const { id } of await database.select({ id: importFile.id }).from(importFile).where(half))
    await forgetReceiving(database, id);
}

/** An import of the very same bytes that was carried out, if there is one. */
export async function sameFile(queries: Reads, sha256: string, notId: number): Promise<number | null> {
  const [row] = await queries
    .select({ id: importFile.id })
    .from(importFile)
    .where(and(eq(importFile.sha256, sha256), eq(importFile.status, 'done'), ne(importFile.id, notId)))
    .limit(1);
  return row?.id ?? null;
}

/** Takes a file into the queue, unless it is there or done already. */
export async function queueImport(
  queries: RunningWrites,
  importId: number,
  mapping: Mapping,
): Promise<boolean> {
  const [locked] = await queries
    .select({ status: importFile.status, task: task.status })
    .from(importFile)
    .leftJoin(task, eq(task.id, importFile.taskId))
    .where(eq(importFile.id, importId))
    .for('update');
  const stopped = locked?.status === 'queued' && (locked.task === 'failed' || locked.task === 'canceled');
  if (locked?.status !== 'to confirm' && locked?.status !== 'failed' && !stopped) return false;
  const [result] = await queries
    .insert(task)
    .values({ kind: 'import', subjectId: importId, status: 'waiting' });
  await updateImport(queries, importId, { status: 'queued', mapping, taskId: result.insertId, error: null });
  return true;
}

export async function addRefusals(queries: Queries, refusals: readonly Refusal[]): Promise<void> {
  for (let i = 0; i < refusals.length; i += 1000) {
    await queries.insert(importRefusal).values(refusals.slice(i, i + 1000));
  }
}

export function refusalsAfter(queries: Reads, importId: number, line: number, limit: number) {
  return queries
    .select()
    .from(importRefusal)
    .where(and(eq(importRefusal.importId, importId), gt(importRefusal.line, line)))
    .orderBy(asc(importRefusal.line))
    .limit(limit);
}

/** Badges, jobs and sites by what files call them, and the sites where people are at home now. */
export async function directoryRows(queries: Reads) {
  return {
    badges: await queries.select().from(badge),
    owners: await queries.select().from(badgeOwner).orderBy(badgeOwner.badgeId, badgeOwner.firstDay),
    homes: await queries
      .select({ personId: assignment.personId, siteId: assignment.siteId })
      .from(assignment)
      .orderBy(assignment.personId, assignment.firstDay),
    jobs: await queries.select({ id: job.id, code: job.code, name: job.name }).from(job),
    sites: await queries
      .select({ id: site.id, code: site.code, name: site.name, zone: site.zone })
      .from(site),
  };
}

/** The source of a file's punches. */
export async function addSource(queries: Queries, importId: number): Promise<number> {
  const [result] = await queries.insert(punchSource).values({ kind: 'file', importId });
  return result.insertId;
}
