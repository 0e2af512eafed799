import { and, eq, gt, inArray, sql } from 'drizzle-orm';
import { realSeconds } from '../../base/clock.ts';
import { Problem } from '../../base/problem.ts';
import type { Database } from '../../database/connect.ts';
import { knownSignIn, signInAttempt, user } from '../../database/schema/index.ts';
import { transaction } from '../../database/transaction.ts';

/**
 * Who guesses waits longer and longer, and nobody is locked out: an account from one address soon; an address that tries many accounts, and
 * an account that is tried from many addresses, later. The last two do not hold up somebody who signed in from that address before.
 */
const FREE_ATTEMPTS = { pair: 5, address: 20, account: 50 } as const;
const LONGEST_PAUSE_SECONDS = 60;
/** Attempts are forgotten after this long without another. */
const FORGOTTEN_SECONDS = 3600;
const KNOWN_SECONDS = 90 * 86_400;

type Scope = keyof typeof FREE_ATTEMPTS;

/** Somebody at an address who wants to be somebody. */
export interface Caller {
  /** Made one way, see `accountName`. */
  readonly account: string;
  readonly address: string;
}

/** Seconds to wait after so many attempts in a row without success. */
export const pauseAfterAttempts = (attempts: number, free: number): number =>
  attempts < free ? 0 : Math.min(2 ** Math.min(attempts - free, 10), LONGEST_PAUSE_SECONDS);

const keysOf = ({ account, address }: Caller): Readonly<Record<Scope, string>> => ({
  pair: `pair ${address} ${account}`,
  address: `address ${address}`,
  account: `account ${account}`,
});

/**
 * Counts an attempt before it is looked at, so that of many at once no more are looked at than one after another. Throws a 429 problem that
 * says how long to wait; such an attempt is not counted.
 */
export async function countAttempt(database: Database, caller: Caller): Promise<void> {
  const now = realSeconds();
  const keys = keysOf(caller);
  const scopes: Scope[] = (await isKnown(database, caller, now)) ? ['pair'] : ['pair', 'address', 'account'];
  await transaction(database, async (tx) => {
    const fresh = { hits: 0, waitUntil: 0, resetAt: now + FORGOTTEN_SECONDS };
    await tx
      .insert(signInAttempt)
      .ignore()
      .values(scopes.map((scope) => ({ key: keys[scope], ...fresh })));
    const counted = inArray(
      signInAttempt.key,
      scopes.map((scope) => keys[scope]),
    );
    const rows = await tx.select().from(signInAttempt).where(counted).for('update');
    refuseWhileWaiting(Math.max(...rows.map((row) => secondsLeft(row.waitUntil, now))));
    for (const scope of scopes) {
      const row = rows.find(({ key }) => key === keys[scope]);
      const isForgotten =
        row === undefined ||
        row.resetAt < now ||
        row.resetAt > now + FORGOTTEN_SECONDS + LONGEST_PAUSE_SECONDS;
      const before = isForgotten ? 0 : row.hits;
      const hits = before + 1;
      const pause = pauseAfterAttempts(hits, FREE_ATTEMPTS[scope]);
      const waitUntil = pause === 0 ? 0 : now + pause;
      const set = { hits, waitUntil, resetAt: now + FORGOTTEN_SECONDS };
      await tx.update(signInAttempt).set(set).where(eq(signInAttempt.key, keys[scope]));
    }
  });
}

/** Seconds to wait until then. More than anybody ever waits means that the clock was set back: that wait is over. */
const secondsLeft = (waitUntil: number, now: number): number =>
  waitUntil - now > 2 * LONGEST_PAUSE_SECONDS ? 0 : waitUntil - now;

function refuseWhileWaiting(seconds: number): void {
  if (seconds <= 0) return;
  throw new Problem(
    429,
    'too-many-attempts',
    `Too many attempts. Wait ${seconds === 1 ? 'a second' : `${seconds} seconds`} and try again.`,
    { retryAfterSeconds: seconds },
  );
}

async function isKnown(database: Database, { account, address }: Caller, now: number): Promise<boolean> {
  const rows = await database
    .select({ until: knownSignIn.until })
    .from(knownSignIn)
    .innerJoin(user, eq(user.id, knownSignIn.userId))
    .where(and(eq(user.username, account), eq(knownSignIn.address, address), gt(knownSignIn.until, now)));
  return rows.length > 0;
}

/** After a success the attempts of this account from this address are forgotten, and it is known there. */
export async function forgetAttempts(database: Database, caller: Caller, userId: number): Promise<void> {
  const keys = keysOf(caller);
  const until = realSeconds() + KNOWN_SECONDS;
  await database.delete(signInAttempt).where(inArray(signInAttempt.key, [keys.pair, keys.account]));
  // The address itself has one attempt less to its name, not none: a guesser may have an account of their own.
  await database
    .update(signInAttempt)
    .set({ hits: sql`GREATEST(${signInAttempt.hits} - 1, 0)`, waitUntil: 0 })
    .where(eq(signInAttempt.key, keys.address));
  await database
    .insert(knownSignIn)
    .values({ userId, address: caller.address, until })
    .onDuplicateKeyUpdate({ set: { until } });
}
