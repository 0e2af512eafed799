import { hash, verify } from '@node-rs/argon2';
import { and, eq, isNull } from 'drizzle-orm';
import pLimit from 'p-limit';
import { Problem } from '../base/problem.ts';
import type { Database } from '../database/connect.ts';
import { user } from '../database/schema/index.ts';

/** OWASP's minimum for argon2id, recalled from memory: 19 MiB, two passes, one lane. argon2id is the package's default. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** Hashing takes a whole core for a while: one at a time, on a thread of its own, so that everybody else goes on working. */
const oneAtATime = pLimit(1);
const MOST_WAITING = 40;

/** A hash of nothing anybody can type, so that an unknown name takes as long as a wrong password. */
let nobodysHash: Promise<string> | null = null;

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

/**
 * The user who signs in with these; null where name or password is wrong, without saying which.
 *
 * @param account made one way, see `accountName`
 */
export async function checkPassword(
  database: Database,
  account: string,
  password: string,
): Promise<{ id: number; name: string } | null> {
  if (oneAtATime.pendingCount >= MOST_WAITING) {
    throw new Problem(503, 'busy', 'Many people are signing in just now. Try again in a few seconds.', {
      retryAfterSeconds: 5,
    });
  }
  const [found] = await database
    .select()
    .from(user)
    .where(and(eq(user.username, account), isNull(user.endedAt)));
  nobodysHash ??= hashPassword(crypto.randomUUID());
  const wanted = found?.passwordHash ?? (await nobodysHash);
  const right = await oneAtATime(() => verify(wanted, password));
  return found !== undefined && right ? { id: found.id, name: found.name } : null;
}
