import { and, eq, lt, sql } from 'drizzle-orm';
import { realSeconds } from '../clock.ts';
import type { Database, Queries } from './connect.ts';
import { isConnectionLost, isDuplicate, OutcomeUnknown } from './failures.ts';
import { prepared, type Statement, sendAlone, statement } from './round-trip.ts';
import { answeredWrite } from './schema.ts';
import { transaction } from './transaction.ts';

/** A write as its client names it: whoever asks again with the same key gets the first answer, and nothing is done twice. */
export interface Write {
  readonly userId: number;
  readonly key: string;
  /** SHA-256 of what is asked for. */
  readonly about: string;
}

/** The same key came with another request. */
export class KeyUsedTwice extends Error {}

const KEPT_SECONDS = 30 * 86_400;
const LOOK_MILLISECONDS = [200, 400, 800, 1600, 2000] as const;

interface AnswerRow {
  readonly about: string;
  readonly result: string;
}

const read = prepared<{ userId: number; key: string }>(sql`
  SELECT ${answeredWrite.about} AS about, ${answeredWrite.result} AS result FROM ${answeredWrite}
   WHERE ${answeredWrite.userId} = ${sql.placeholder('userId')} AND \`key\` = ${sql.placeholder('key')}`);

/** Reads what a write did before; travels with other statements. */
export const answerQuery = ({ userId, key }: Write): Statement => read({ userId, key });

/**
 * What `answerQuery` found; undefined where this write is new.
 *
 * @throws KeyUsedTwice where the key belongs to another request
 */
export function answerIn(write: Write, rows: unknown): { readonly result: unknown } | undefined {
  const [row] = rows as AnswerRow[];
  if (row === undefined) return undefined;
  if (row.about !== write.about) throw new KeyUsedTwice();
  return { result: JSON.parse(row.result) };
}

/** Keeps what a write did, in its own transaction. The result is JSON, made by SQL. */
export const keepAnswer = ({ userId, key, about }: Write, result: ReturnType<typeof sql>): Statement =>
  statement(sql`
    INSERT INTO ${answeredWrite} (user_id, \`key\`, about, result, answered_at)
    VALUES (${userId}, ${key}, ${about}, ${result}, ${realSeconds()})`);

/** What a write did, if it was done. */
export async function answerOf(
  database: Database,
  write: Write,
): Promise<{ readonly result: unknown } | undefined> {
  const [rows] = await sendAlone(database, answerQuery(write));
  return answerIn(write, rows);
}

/**
 * Does a write whose transaction keeps its answer. Where another request with the same key was first, or where the reply to the COMMIT
 * never came, the kept answer tells what was done.
 *
 * @throws OutcomeUnknown where the database stays away, so that nobody can look
 */
export async function answered<R>(
  database: Database,
  write: Write | null,
  work: () => Promise<R>,
): Promise<R> {
  for (let tries = 0; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (write === null) throw error;
      if (error instanceof OutcomeUnknown) {
        const kept = await lookUntilItAnswers(database, write, error);
        if (kept !== undefined) return kept.result as R;
        // Nothing was kept, so it may be done again.
        if (tries === 0) continue;
      } else if (isDuplicate(error)) {
        const kept = await answerOf(database, write);
        if (kept !== undefined) return kept.result as R;
      }
      throw error;
    }
  }
}

async function lookUntilItAnswers(database: Database, write: Write, unknown: OutcomeUnknown) {
  for (const milliseconds of LOOK_MILLISECONDS) {
    await new Promise((resolve) => setTimeout(resolve, milliseconds));
    try {
      return await answerOf(database, write);
    } catch (error) {
      if (!isConnectionLost(error)) throw error;
    }
  }
  throw unknown;
}

/** A write in a transaction of its own, done once for each key. `work` returns what is kept as its answer. */
export function once<R>(
  database: Database,
  write: Write | null,
  work: (tx: Queries) => Promise<R>,
): Promise<R> {
  return answered(database, write, () =>
    transaction(database, async (tx) => {
      if (write === null) return work(tx);
      const { userId, key, about } = write;
      // First of all: of two that come at once, the second waits here for the first, and then finds its answer.
      await tx.insert(answeredWrite).values({ userId, key, about, result: 0, answeredAt: realSeconds() });
      const result = await work(tx);
      await tx
        .update(answeredWrite)
        // As text: a null would be no value at all.
        .set({ result: sql`${JSON.stringify(result ?? null)}` })
        .where(and(eq(answeredWrite.userId, userId), eq(answeredWrite.key, key)));
      return result;
    }),
  );
}

/** Forgets answers that nobody asks for any more. */
export async function sweepAnswers(database: Database): Promise<void> {
  await database.delete(answeredWrite).where(lt(answeredWrite.answeredAt, realSeconds() - KEPT_SECONDS));
}
