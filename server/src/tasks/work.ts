import type { Clock } from '../base/clock.ts';
import type { Database } from '../database/connect.ts';
import { deliver } from '../features/handoff/deliveries/run.ts';
import { runImport } from '../features/imports/run.ts';
import { type Claimed, claimTask, endTask, tellProgress } from '../queue/claims.ts';
import { type Computing, compareCards, recomputeCards, recomputePeriod } from '../recompute/recompute.ts';

/** Where the parts of the work are done: in this thread or in others. Each throws what the work throws. */
export interface TaskSteps extends Computing {
  readonly runImport: (claimed: Claimed) => Promise<void>;
  readonly deliver: (claimed: Claimed) => Promise<void>;
}

/** Where the pay system answers; null where none is known, and nothing can be delivered. */
export const payIntakeOf = (env: NodeJS.ProcessEnv): string | null => env.HEATH_PAY_INTAKE || null;

/** The work done in whichever thread this is called. */
export const here = (database: Database, clock: Clock): TaskSteps => ({
  runImport: (claimed) => runImport(database, clock, claimed, progressOf(database, claimed)),
  computeCards: (periodId, people) => recomputeCards(database, clock, periodId, people),
  compareCards: (periodId, people) => compareCards(database, clock, periodId, people),
  deliver: ({ subjectId }) => deliver(database, clock, payIntakeOf(process.env), subjectId),
  atOnce: 1,
});

/** Does one claimed task to its end. */
export async function work(database: Database, steps: TaskSteps, claimed: Claimed): Promise<void> {
  if (claimed.kind === 'import') return steps.runImport(claimed);
  if (claimed.kind === 'deliver') return steps.deliver(claimed);
  await recomputePeriod(database, steps, claimed.subjectId, progressOf(database, claimed));
}

const progressOf = (database: Database, claimed: Claimed) => (done: number, total: number) =>
  tellProgress(database, claimed, done, total);

/** Does everything that waits, here and now: for set-up and tests, where no server runs. */
export async function workWaiting(database: Database, clock: Clock): Promise<void> {
  const next = () => claimTask(database, 'here and now');
  for (let claimed = await next(); claimed !== null; claimed = await next()) {
    await work(database, here(database, clock), claimed);
    await endTask(database, claimed);
  }
}
