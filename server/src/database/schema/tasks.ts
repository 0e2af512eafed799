import { sql } from 'drizzle-orm';
import { bigint, index, int, mysqlEnum, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { id, mediumBlob, realAt } from './columns.ts';
import { user } from './users.ts';

/** Work off the request. A server claims a row, keeps its lease alive and finishes it; a lease that ran out is claimed again. */
export const task = mysqlTable(
  'task',
  {
    id: id(),
    kind: mysqlEnum('kind', ['import', 'recompute', 'deliver']).notNull(),
    subjectId: int('subject_id').notNull(),
    status: mysqlEnum('status', ['waiting', 'running', 'done', 'failed', 'canceled']).notNull(),
    /** The period, while computing it waits: one period waits once. */
    waitingFor: int('waiting_for')
      .generatedAlwaysAs(sql`IF(status = 'waiting' AND kind = 'recompute', subject_id, NULL)`, {
        mode: 'stored',
      })
      .unique(),
    done: bigint('done', { mode: 'number' }).notNull().default(0),
    total: bigint('total', { mode: 'number' }).notNull().default(0),
    claim: varchar('claim', { length: 64 }),
    /** The server that has it; one of that name which starts again knows that nobody works at it any more. */
    claimedBy: varchar('claimed_by', { length: 120 }),
    leaseUntil: realAt('lease_until').notNull().default(0),
    /** How often it was begun. */
    attempts: int('attempts').notNull().default(0),
    /** Real seconds before which it is not tried again. */
    notBefore: realAt('not_before').notNull().default(0),
    /** Why it failed the last time, in words for people. */
    error: varchar('error', { length: 500 }),
  },
  (t) => [index('task_status').on(t.status)],
);

/** Paper that somebody had printed, until they have taken it: it serves the moment. */
export const printedFile = mysqlTable('printed_file', {
  id: id(),
  userId: int('user_id')
    .notNull()
    .references(() => user.id),
  name: varchar('name', { length: 120 }).notNull(),
  madeAt: realAt('made_at').notNull(),
});

/** Some of its bytes. */
export const printedChunk = mysqlTable(
  'printed_chunk',
  {
    fileId: int('file_id')
      .notNull()
      .references(() => printedFile.id, { onDelete: 'cascade' }),
    seq: int('seq').notNull(),
    bytes: mediumBlob('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.fileId, t.seq] })],
);
