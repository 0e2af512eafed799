import type { Logger } from 'pino';
import { Piscina } from 'piscina';
import type { Database } from '../database/connect.ts';
import { type Claimed, claimTask, endTask, LEASE_SECONDS, renewLease } from './claims.ts';

const POLL_MILLISECONDS = 1000;

/**
 * Claims tasks and runs them in a worker thread, one after another. Any number of servers may do so side by side on one
 * database; a task whose server died is claimed again when its lease has run out.
 */
export class TaskRunner {
  readonly #database: Database;
  readonly #log: Logger;
  readonly #workers: Piscina;
  #timer: NodeJS.Timeout | null = null;
  #busy = false;
  #again = false;
  #stopping = false;

  constructor(database: Database, log: Logger, workerFile: string) {
    this.#database = database;
    this.#log = log;
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
      .catch((error: unknown) => this.#log.error({ err: error }, 'task runner failed'))
      .finally(() => {
        this.#busy = false;
        if (!this.#again) return;
        this.#again = false;
        this.nudge();
      });
  }

  /** Takes no new work and ends the thread; what ran is taken up by whoever claims it next. */
  async stop(): Promise<void> {
    this.#stopping = true;
    if (this.#timer !== null) clearInterval(this.#timer);
    await this.#workers.destroy();
  }

  async #drain(): Promise<void> {
    for (let next = await claimTask(this.#database); next !== null; next = await claimTask(this.#database)) {
      await this.#run(next);
    }
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
      await this.#workers.run(claimed);
      await endTask(this.#database, claimed, null);
    } catch (error) {
      if (this.#stopping) return;
      this.#log.error({ err: error, task: claimed.id }, 'task failed');
      await endTask(this.#database, claimed, error instanceof Error ? error.message : String(error));
    } finally {
      clearInterval(lease);
    }
  }
}
