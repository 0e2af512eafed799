import type { Logger } from 'pino';
import { Piscina } from 'piscina';
import type { Clock } from '../base/clock.ts';
import type { Database } from '../database/connect.ts';
import { deliver } from '../features/handoff/deliveries/run.ts';
import {
  type Claimed,
  claimTask,
  DELIVERING,
  endTask,
  failTask,
  isClaimLost,
  LEASE_SECONDS,
  OWN_WORK,
  releaseClaims,
  renewLease,
  type TaskKind,
} from '../queue/claims.ts';
import { unpacked } from './across-threads.ts';
import { failureOf } from './failures.ts';
import { payIntakeOf, type TaskSteps, work } from './work.ts';

const POLL_MILLISECONDS = 1000;
/** The largest file takes minutes; whatever takes this long will not end. */
const LONGEST_TASK_MILLISECONDS = 30 * 60_000;

/** More than two would leave the database nothing to work with on a small machine. */
const THREADS = 2;

/** What a thread is given to compute. */
export interface CardsOfPeriod {
  readonly periodId: number;
  readonly people: readonly number[];
}

/** Tasks of some kinds, done one after another. */
class Lane {
  busy = false;
  again = false;
  failing = false;
  recovered = false;

  constructor(readonly kinds: readonly TaskKind[]) {}
}

/**
 * Claims tasks and runs them in worker threads, one task after another in each of two lanes. Any number of servers may do so side by side on one
 * database; a task whose server died is claimed again when its lease has run out, or at once when that server starts again.
 */
export class TaskRunner {
  readonly #database: Database;
  readonly #clock: Clock;
  readonly #log: Logger;
  readonly #server: string;
  readonly #importing: Piscina;
  readonly #computing: Piscina;
  #timer: NodeJS.Timeout | null = null;
  #stopping = false;
  readonly #lanes: readonly Lane[] = [new Lane(OWN_WORK), new Lane(DELIVERING)];

  constructor(database: Database, clock: Clock, log: Logger, server: string, workerFile: string) {
    this.#database = database;
    this.#clock = clock;
    this.#log = log;
    this.#server = server;
    this.#importing = new Piscina({
      filename: workerFile,
      // Always there: somebody waits for the file that they dropped, and a thread takes a third of a second to begin.
      minThreads: 1,
      maxThreads: 1,
      // Imports stream: what one needs does not grow with its file. What is new is let go early: with three times the room for it, an import took as
      // long and the server 15 MB more (`import` in the bench).
      resourceLimits: { maxOldGenerationSizeMb: 160, maxYoungGenerationSizeMb: 24 },
    });
    this.#computing = new Piscina({
      filename: workerFile,
      minThreads: 0,
      maxThreads: THREADS,
      idleTimeout: 10_000,
      // A bound that nothing comes near: the less a thread may have, the sooner it looks for what it can let go. With 160 MB, computing
      // a period of 10,000 people took 1.5 times as long (`recompute` in the bench), for 10 MB a thread.
      resourceLimits: { maxOldGenerationSizeMb: 2048, maxYoungGenerationSizeMb: 48 },
    });
  }

  start(): void {
    this.#timer = setInterval(() => this.nudge(), POLL_MILLISECONDS);
    this.nudge();
  }

  /** Looks for work now, or again after the work at hand. */
  nudge(): void {
    for (const lane of this.#lanes) this.#nudge(lane);
  }

  #nudge(lane: Lane): void {
    if (this.#stopping) return;
    if (lane.busy) {
      lane.again = true;
      return;
    }
    lane.busy = true;
    this.#drain(lane)
      .then(
        () => {
          lane.failing = false;
        },
        (error: unknown) => {
          // Once, not with every second that the database is away.
          if (!lane.failing) this.#log.error({ err: error }, 'task runner failed');
          lane.failing = true;
        },
      )
      .finally(() => {
        lane.busy = false;
        if (!lane.again) return;
        lane.again = false;
        // While the database is away, the next look is the timer's.
        if (!lane.failing) this.#nudge(lane);
      });
  }

  /** Takes no new work and ends the thread; what ran is taken up by whoever claims it next. */
  async stop(): Promise<void> {
    this.#stopping = true;
    if (this.#timer !== null) clearInterval(this.#timer);
    await Promise.all([this.#importing.destroy(), this.#computing.destroy()]);
    await releaseClaims(this.#database, this.#server, true).catch((error: unknown) =>
      this.#log.warn({ err: error }, 'claims not released'),
    );
  }

  async #drain(lane: Lane): Promise<void> {
    if (!lane.recovered) {
      await releaseClaims(this.#database, this.#server, false, lane.kinds);
      lane.recovered = true;
    }
    const next = () => claimTask(this.#database, this.#server, lane.kinds);
    for (let claimed = await next(); claimed !== null && !this.#stopping; claimed = await next())
      await this.#run(claimed, lane);
  }

  #threads(signal: AbortSignal): TaskSteps {
    const run = async (
      threads: Piscina,
      name: 'runImport' | 'computeCards' | 'compareCards',
      what: Claimed | CardsOfPeriod,
    ) => unpacked<undefined>(await threads.run(what, { name, signal }));
    return {
      runImport: (claimed) => run(this.#importing, 'runImport', claimed),
      computeCards: (periodId, people) => run(this.#computing, 'computeCards', { periodId, people }),
      compareCards: (periodId, people) => run(this.#computing, 'compareCards', { periodId, people }),
      // Nothing to compute: it waits for an answer, and this thread does other things meanwhile.
      deliver: ({ subjectId }) => deliver(this.#database, this.#clock, payIntakeOf(process.env), subjectId),
      atOnce: THREADS,
    };
  }

  async #run(claimed: Claimed, lane: Lane): Promise<void> {
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
      await work(this.#database, this.#threads(signal), claimed);
      await endTask(this.#database, claimed);
    } catch (error) {
      if (this.#stopping) return;
      if (isClaimLost(error)) {
        this.#log.info({ task: claimed.id }, 'task was taken away');
        return;
      }
      this.#log.error({ err: error, task: claimed.id, attempt: claimed.attempt }, 'task failed');
      // Where even this cannot be kept, the claim is let go as soon as the database is back.
      lane.recovered = false;
      await failTask(this.#database, claimed, failureOf(error));
      lane.recovered = true;
    } finally {
      clearInterval(lease);
    }
  }
}
