import type { Touches } from '@heath/contract';
import { and, eq, sql } from 'drizzle-orm';
import { type Clock, realSeconds } from '../base/clock.ts';
import { type Tell, writing } from './audit-events.ts';
import type { Database, Queries } from './connect.ts';
import { isConnectionLost, OutcomeUnknown } from './failures.ts';
import { build, type Statement, select, sendAlone, statement } from './round-trip.ts';
import { answeredWrite } from './schema/index.ts';

/** A write as its client names it: whoever asks again with the same key gets the first answer, and nothing is done twice. */
export interface Write {
  readonly key: string;
  /** SHA-256 of the request. */
  readonly about: string;
  /** Whose pay its operation touches at the most. */
  readonly touches?: Touches | undefined;
}

/** The user of a key. */
interface Asking {
  readonly userId: number | null;
  /** Whose pay is their own. */
  readonly personId: number | null;
}

/** The same key came with another request. */
export class KeyUsedTwice extends Error {}

const LOOK_MILLISECONDS = [200, 400, 800, 1600, 2000] as const;

/** Select of the kept answer of a write. */
const answers = select(
  build
    .select({ about: answeredWrite.about, result: answeredWrite.result })
    .from(answeredWrite)
    .where(
      and(eq(answeredWrite.userId, sql.placeholder('userId')), eq(answeredWrite.key, sql.placeholder('key'))),
    ),
);

/** Statement that reads the kept answer of a write; to be sent with others. */
export const answerQuery = ({ userId }: Asking, { key }: Write): Statement => answers.with({ userId, key });

/**
 * What `answerQuery` found; undefined where this write is new.
 *
 * @throws KeyUsedTwice where the key belongs to another request
 */
export function answerIn(write: Write, sent: unknown): { readonly result: unknown } | undefined {
  const [row] = answers.rows(sent);
  if (row === undefined) return undefined;
  if (row.about !== write.about) throw new KeyUsedTwice();
  return { result: row.result };
}

/** Statement that keeps the answer of a write, in the write's transaction. The result is JSON, made by SQL. */
export const keepAnswer = (
  { userId }: Asking,
  { key, about }: Write,
  result: ReturnType<typeof sql>,
): Statement =>
  statement(sql`
    INSERT INTO ${answeredWrite} (user_id, \`key\`, about, result, answered_at)
    VALUES (${userId}, ${key}, ${about}, ${result}, ${realSeconds()})`);

/** The kept answer of a write; undefined where it was not done. */
export async function answerOf(
  database: Database,
  who: Asking,
  write: Write,
): Promise<{ readonly result: unknown } | undefined> {
  const [sent] = await sendAlone(database, answerQuery(who, write));
  return answerIn(write, sent);
}

/**
 * Does a write whose transaction keeps its answer. Where another request with the same key was first, or where the reply to the COMMIT
 * never came, the kept answer tells what was done; also where the write is refused, since what it finds done may be its own doing.
 *
 * @throws OutcomeUnknown where the database stays away, so that nobody can look
 */
export async function answered<R>(
  database: Database,
  who: Asking,
  write: Write | null,
  work: () => Promise<R>,
): Promise<R> {
  for (let tries = 0; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (write === null) throw error;
      if (error instanceof OutcomeUnknown) {
        const kept = await lookUntilItAnswers(database, who, write, error);
        if (kept !== undefined) return kept.result as R;
        // Nothing was kept, so it may be done again.
        if (tries === 0) continue;
      } else if (!isConnectionLost(error)) {
        // What refuses a write may be its own first try: sent, and done after whoever sent it was killed and before it was asked again.
        const kept = await answerOf(database, who, write);
        if (kept !== undefined) return kept.result as R;
      }
      throw error;
    }
  }
}

async function lookUntilItAnswers(database: Database, who: Asking, write: Write, unknown: OutcomeUnknown) {
  for (const milliseconds of LOOK_MILLISECONDS) {
    await new Promise((resolve) => setTimeout(resolve, milliseconds));
    try {
      return await answerOf(database, who, write);
    } catch (error) {
      if (!isConnectionLost(error)) throw error;
    }
  }
  throw unknown;
}

/**
 * A write in a transaction of its own, done once for each key. `work` returns what is kept as its answer, and says what it does, which is
 * kept as well.
 */
export function once<R>(
  { database, clock }: { readonly database: Database; readonly clock: Clock },
  who: Asking,
  write: Write | null,
  work: (tx: Queries, tell: Tell) => Promise<R>,
): Promise<R> {
  const { userId, personId } = who;
  return answered(database, who, write, () =>
    writing(database, { userId, personId, at: clock.now(), touches: write?.touches }, async (tx, tell) => {
      if (write === null || userId === null) return work(tx, tell);
      const { key, about } = write;
      // First of all: of two that come at once, the second waits here for the first, and then finds its answer.
      await tx.insert(answeredWrite).values({ userId, key, about, result: 0, answeredAt: realSeconds() });
      const result = await work(tx, tell);
      await tx
        .update(answeredWrite)
        // As text: a null would be no value at all.
        .set({ result: sql`${JSON.stringify(result ?? null)}` })
        .where(and(eq(answeredWrite.userId, userId), eq(answeredWrite.key, key)));
      return result;
    }),
  );
}
