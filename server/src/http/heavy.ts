import type { RequestHandler } from 'express';
import pLimit, { type LimitFunction } from 'p-limit';
import { Problem } from '../base/problem.ts';

/** Heavy things of one user that are done at once; the next wait for them. */
const AT_ONCE_A_USER = 1;
const MOST_WAITING_OF_A_USER = 100;
/** Heavy things that this server does at once, whoever asks. */
const AT_ONCE = 3;

/** Lets one user have little heavy work done at once, so that nobody else waits for all of it. */
export class HeavyWork {
  readonly #all = pLimit(AT_ONCE);
  readonly #users = new Map<number, LimitFunction>();

  /** Wraps a handler: a user's work waits for what they asked for before. */
  wrap(handler: RequestHandler): RequestHandler {
    return async (request, response, next) => {
      const userId = request.who?.userId;
      if (userId === undefined || userId === null) return handler(request, response, next);
      const own = this.#users.get(userId) ?? pLimit(AT_ONCE_A_USER);
      this.#users.set(userId, own);
      if (own.pendingCount >= MOST_WAITING_OF_A_USER)
        throw new Problem(503, 'busy', 'You have asked for much at once. Wait until some of it is done.', {
          retryAfterSeconds: 5,
        });
      try {
        await own(async () => {
          // Whoever went away while they waited needs nothing any more.
          if (response.destroyed) return;
          await this.#all(async () => handler(request, response, next));
        });
      } finally {
        if (own.activeCount === 0 && own.pendingCount === 0) this.#users.delete(userId);
      }
    };
  }
}
