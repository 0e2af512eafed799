import { eq, lt, sql } from 'drizzle-orm';
import type { RequestHandler } from 'express';
import { type Options, rateLimit, type Store } from 'express-rate-limit';
import { realSeconds } from '../../clock.ts';
import type { Database } from '../../database/connect.ts';
import { signInAttempt } from '../../database/schema.ts';
import { Problem } from '../../http/problem.ts';

const WINDOW_SECONDS = 15 * 60;
const MOST_FAILURES = 10;

/** Counts attempts in rows, so that the limit holds over all servers together. */
class AttemptStore implements Store {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  init(_options: Options): void {}

  async increment(key: string): Promise<{ totalHits: number; resetTime: Date }> {
    const now = realSeconds();
    await this.#database.delete(signInAttempt).where(lt(signInAttempt.resetAt, now));
    await this.#database
      .insert(signInAttempt)
      .values({ key, hits: 1, resetAt: now + WINDOW_SECONDS })
      .onDuplicateKeyUpdate({ set: { hits: sql`${signInAttempt.hits} + 1` } });
    const [row] = await this.#database.select().from(signInAttempt).where(eq(signInAttempt.key, key));
    return { totalHits: row?.hits ?? 1, resetTime: new Date((row?.resetAt ?? now) * 1000) };
  }

  async decrement(key: string): Promise<void> {
    await this.#database
      .update(signInAttempt)
      .set({ hits: sql`greatest(${signInAttempt.hits} - 1, 0)` })
      .where(eq(signInAttempt.key, key));
  }

  async resetKey(key: string): Promise<void> {
    await this.#database.delete(signInAttempt).where(eq(signInAttempt.key, key));
  }
}

/** Ten failed attempts from one address on one account in a quarter of an hour, then a wait. */
export function limitAttempts(database: Database): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_SECONDS * 1000,
    limit: MOST_FAILURES,
    store: new AttemptStore(database),
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: { keyGeneratorIpFallback: false },
    keyGenerator: (request) =>
      `${request.ip} ${String(request.body?.username ?? '')
        .toLowerCase()
        .slice(0, 64)}`,
    handler: (_request, _response, next) =>
      next(
        new Problem(429, 'too-many-attempts', 'Too many attempts. Wait a quarter of an hour and try again.'),
      ),
  });
}
