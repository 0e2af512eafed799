import type { Logger } from 'pino';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';

/** What every feature is given. */
export interface Context {
  readonly database: Database;
  readonly clock: Clock;
  readonly log: Logger;
  /** Tells the task runner of this process that there is something to claim. */
  readonly nudge: () => void;
}
