import { and, eq, inArray, max, sql } from 'drizzle-orm';
import * as v from 'valibot';
import { checkedRows } from '../../database/checked-rows.ts';
import type { Reads, RunningWrites } from '../../database/connect.ts';
import { batch, card, delivery, importFile, period, task } from '../../database/schema/index.ts';

const text = v.nullable(v.string());

/** A task that is not done, with what it is about. */
const OpenTask = v.object({
  id: v.number(),
  kind: v.picklist(['import', 'recompute', 'deliver']),
  subjectId: v.number(),
  status: v.picklist(['waiting', 'running', 'failed']),
  attempts: v.number(),
  done: v.number(),
  total: v.number(),
  error: text,
  /** Of a file or, as its number, of a batch. */
  name: text,
  /** Of a period, as the database writes them. */
  firstDay: text,
  lastDay: text,
});
export type OpenTask = v.InferOutput<typeof OpenTask>;

/**
 * Tasks that wait, run, or gave up with something still undone: a file that was not started again, cards that are still stale. Of a
 * period's tasks the newest speaks for all.
 */
export function openTasks(queries: Reads): Promise<OpenTask[]> {
  return checkedRows(
    queries,
    OpenTask,
    sql`
    SELECT ${task.id} AS id, ${task.kind} AS kind, COALESCE(${batch.id}, ${task.subjectId}) AS subjectId, ${task.status} AS status, ${task.attempts} AS attempts,
           ${task.done} AS done, ${task.total} AS total,
           ${task.error} AS error, COALESCE(${importFile.name}, ${batch.number}) AS name, ${period.firstDay} AS firstDay, ${period.lastDay} AS lastDay
      FROM ${task}
      LEFT JOIN ${importFile} ON ${task.kind} = 'import' AND ${importFile.id} = ${task.subjectId}
      LEFT JOIN ${period} ON ${task.kind} = 'recompute' AND ${period.id} = ${task.subjectId}
      LEFT JOIN ${delivery} ON ${task.kind} = 'deliver' AND ${delivery.id} = ${task.subjectId}
      LEFT JOIN ${batch} ON ${batch.id} = ${delivery.batchId}
     WHERE ${task.status} IN ('waiting', 'running')
        OR (${task.status} = 'failed' AND ${task.kind} = 'deliver' AND ${delivery.status} = 'waiting')
        OR (${task.status} = 'failed' AND ${task.kind} = 'import' AND ${importFile.taskId} = ${task.id} AND ${importFile.status} = 'queued')
        OR (${task.status} = 'failed' AND ${task.kind} = 'recompute'
            AND NOT EXISTS (SELECT 1 FROM ${task} later WHERE later.kind = 'recompute' AND later.subject_id = ${task.subjectId} AND later.id > ${task.id})
            AND EXISTS (SELECT 1 FROM ${card} WHERE ${card.periodId} = ${task.subjectId} AND ${card.inputVersion} <> ${card.computedVersion}))
     ORDER BY ${task.id} DESC LIMIT 50`,
  );
}

/** The highest id that a task ever had; 0 where there was none. */
export async function newestTask(queries: Reads): Promise<number> {
  const [row] = await queries.select({ id: max(task.id) }).from(task);
  return row?.id ?? 0;
}

/**
 * Gives up the import of a file that is not done: whoever works at it notices and takes everything back. The row of the file stays as it is,
 * since the import holds it until then; that its task was canceled says that it can be started again.
 *
 * @returns false where it is done, or where it is no import
 */
export async function cancelImport(queries: RunningWrites, id: number): Promise<boolean> {
  const [result] = await queries
    .update(task)
    .set({ status: 'canceled', claim: null, error: null })
    .where(
      and(eq(task.id, id), eq(task.kind, 'import'), inArray(task.status, ['waiting', 'running', 'failed'])),
    );
  return result.affectedRows === 1;
}

/** What a task does; undefined where there is none. */
export async function kindOf(queries: Reads, id: number) {
  const [row] = await queries.select({ kind: task.kind }).from(task).where(eq(task.id, id));
  return row?.kind;
}

/** Lets a task that gave up begin anew. False where there is none such. */
export async function tryAgain(queries: RunningWrites, id: number): Promise<boolean> {
  const [result] = await queries
    .update(task)
    .set({ status: 'waiting', attempts: 0, notBefore: 0, error: null })
    .where(and(eq(task.id, id), eq(task.status, 'failed')));
  return result.affectedRows === 1;
}
