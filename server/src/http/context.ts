import type { Logger } from 'pino';
import type { Clock } from '../base/clock.ts';
import type { Disk } from '../base/disk.ts';
import type { Database } from '../database/connect.ts';
import type { AnswerAside } from './aside.ts';
import type { Inspected } from './inspected.ts';
import type { Printing } from './printing.ts';

/** What every feature is given. */
export interface Context {
  readonly database: Database;
  readonly clock: Clock;
  readonly log: Logger;
  /** By what name this server is known to the others; the same after it starts again. */
  readonly server: string;
  /** The disk below the data. */
  readonly disk: Disk;
  /** Tells the task runner of this process that there is something to claim. */
  readonly nudge: () => void;
  /** Looks at the first rows of a received file; ends early when nobody waits for it any more. */
  readonly inspect: (importId: number, gone?: AbortSignal) => Promise<Inspected>;
  readonly print: Printing;
  /** Answers what takes long for many people without keeping others waiting. */
  readonly aside: AnswerAside;
  /** Where the pay system answers; null where none is known, and nothing can be delivered. */
  readonly payIntake: () => string | null;
}
