import type { Logger } from 'pino';
import { Piscina } from 'piscina';
import type { Database } from '../database/connect.ts';
import { unpacked } from './across-threads.ts';
import {
  type Claimed,
  claimTask,
  endTask,
  failTask,
  LEASE_SECONDS,
  releaseClaims,
  renewLease,
} from './claims.ts';
import { failureOf } from './failures.ts';

const POLL_MILLISECONDS = 1000;
/** The largest file takes minutes; whatever takes this long will not end. */
const LONGEST_TASK_MILLISECONDS = 30 * 60_000;

/**
 * Claims tasks and runs them in a worker thread, one after another. Any number of servers may do so side by side on one
 * database; a task whose server died is claimed again when its lease has run out, or at once when that server starts again.
 */
export class TaskRunner {
  readonly #database: Database;
  readonly #log: Logger;
  readonly #server: string;
  readonly #workers: Piscina;
  #timer: NodeJS.Timeout | null = null;
  #busy = false;
  #again = false;
  #stopping = false;
  #failing = false;
  #recovered = false;

  constructor(database: Database, log: Logger, server: string, workerFile: string) {
    this.#database = database;
    this.#log = log;
    this.#server = server;
    this.#workers = new Piscina({
      filename: workerFile,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: 10_000,
      // Imports and recomputing stream: what they need does not grow with the file.
      resourceLimits: { maxOldGenerationSizeMb: 160 },
    });
  }

  start(): void {
    this.#timer = setInterval(() => this.nudge(), POLL_MILLISECONDS);
    this.nudge();
  }

  /** Looks for work now, or again after the work at hand. */
  nudge(): void {
    if (this.#stopping) return;
    if (this.#busy) {
      this.#again = true;
      return;
    }
    this.#busy = true;
    this.#drain()
      .then(
        () => {
          this.#failing = false;
        },
        (error: unknown) => {
          // Once, not with every second that the database is away.
          if (!this.#failing) this.#log.error({ err: error }, 'task runner failed');
          this.#failing = true;
        },
      )
      .finally(() => {
        this.#busy = false;
        if (!this.#again) return;
        this.#again = false;
        // While the database is away, the next look is the timer's.
        if (!this.#failing) this.nudge();
      });
  }

  /** Takes no new work and ends the thread; what ran is taken up by whoever claims it next. */
  async stop(): Promise<void> {
    this.#stopping = true;
    if (this.#timer !== null) clearInterval(this.#timer);
    await this.#workers.destroy();
    await releaseClaims(this.#database, this.#server, true).catch((error: unknown) =>
      this.#log.warn({ err: error }, 'claims not released'),
    );
  }

  async #drain(): Promise<void> {
    if (!this.#recovered) {
      await releaseClaims(this.#database, this.#server, false);
      this.#recovered = true;
    }
    const next = () => claimTask(this.#database, this.#server);
    for (let claimed = await next(); claimed !== null && !this.#stopping; claimed = await next())
      await this.#run(claimed);
  }

  async #run(claimed: Claimed): Promise<void> {
    const lease = setInterval(
      () => {
        renewLease(this.#database, claimed).catch((error: unknown) =>
          this.#log.warn({ err: error }, 'lease not renewed'),
        );
      },
      (LEASE_SECONDS * 1000) / 3,
    );
    try {
      const signal = AbortSignal.timeout(LONGEST_TASK_MILLISECONDS);
      unpacked(await this.#workers.run(claimed, { name: 'runTask', signal }));
      await endTask(this.#database, claimed);
    } catch (error) {
      if (this.#stopping) return;
      this.#log.error({ err: error, task: claimed.id, attempt: claimed.attempt }, 'task failed');
      // Where even this cannot be kept, the claim is let go as soon as the database is back.
      this.#recovered = false;
      await failTask(this.#database, claimed, failureOf(error));
      this.#recovered = true;
    } finally {
      clearInterval(lease);
    }
  }
}
