import { and, eq, lt, lte, max } from 'drizzle-orm';
import { realSeconds } from '../base/clock.ts';
import type { Database } from '../database/connect.ts';
import {
  answeredWrite,
  importChunk,
  importFile,
  knownSignIn,
  printedFile,
  session,
  signInAttempt,
  task,
} from '../database/schema/index.ts';

/** Rows of a table that serve the moment alone, and when they are deleted. */
interface Rule {
  readonly table: string;
  /** For people, as `docs/data.md` has it. */
  readonly says: string;
  sweep(database: Database, now: number): Promise<unknown>;
}

const ANSWERS_KEPT_SECONDS = 30 * 86_400;
const DONE_TASKS_KEPT = 1000;
const PRINTS_KEPT_SECONDS = 86_400;

/** What is deleted by itself. Nothing of it says what somebody did: that is in audit events, which are only ever added. */
export const HOUSEKEEPING: readonly Rule[] = [
  {
    table: 'session',
    says: 'once it has ended',
    sweep: (database, now) => database.delete(session).where(lt(session.expiresAt, now)),
  },
  {
    table: 'sign_in_attempt',
    says: 'once its failures no longer count',
    sweep: (database, now) => database.delete(signInAttempt).where(lt(signInAttempt.resetAt, now)),
  },
  {
    table: 'known_sign_in',
    says: 'once the address is no longer known',
    sweep: (database, now) => database.delete(knownSignIn).where(lt(knownSignIn.until, now)),
  },
  {
    table: 'answered_write',
    says: '30 days after the write',
    sweep: (database, now) =>
      database.delete(answeredWrite).where(lt(answeredWrite.answeredAt, now - ANSWERS_KEPT_SECONDS)),
  },
  {
    table: 'task',
    says: 'once it is done and 1,000 others came after it',
    async sweep(database) {
      const [newest] = await database.select({ id: max(task.id) }).from(task);
      const isOld = lte(task.id, (newest?.id ?? 0) - DONE_TASKS_KEPT);
      await database.delete(task).where(and(eq(task.status, 'done'), isOld));
    },
  },
  {
    table: 'printed_file',
    says: 'a day after it was made, with its bytes',
    sweep: (database, now) =>
      database.delete(printedFile).where(lt(printedFile.madeAt, now - PRINTS_KEPT_SECONDS)),
  },
  {
    table: 'import_chunk',
    says: 'once its file is imported',
    async sweep(database) {
      // Some files at a time: a file has many bytes, and deleting them must not hold anybody up.
      const files = await database
        .selectDistinct({ id: importChunk.importId })
        .from(importChunk)
        .innerJoin(importFile, eq(importFile.id, importChunk.importId))
        .where(eq(importFile.status, 'done'))
        .orderBy(importChunk.importId)
        .limit(20);
      for (const { id } of files) await database.delete(importChunk).where(eq(importChunk.importId, id));
    },
  },
];

/** Deletes what only served the moment, by the rules above. */
export async function sweep(database: Database, now = realSeconds()): Promise<void> {
  for (const rule of HOUSEKEEPING) await rule.sweep(database, now);
}
