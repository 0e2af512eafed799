import { and, eq } from 'drizzle-orm';
import type { Clock } from '../clock.ts';
import { recomputePeriod } from '../computing/recompute.ts';
import type { Database } from '../database/connect.ts';
import { task } from '../database/schema/index.ts';
import { runImport } from '../features/imports/run.ts';
import { type Claimed, claimTask, endTask } from './claims.ts';

/** Does one claimed task to its end, in whichever thread it is called. */
export async function work(database: Database, clock: Clock, claimed: Claimed): Promise<void> {
  const progress = async (done: number, total: number) => {
    await database
      .update(task)
      .set({ done, total })
      .where(and(eq(task.id, claimed.id), eq(task.claim, claimed.claim)));
  };
  if (claimed.kind === 'import') await runImport(database, clock, claimed, progress);
  else await recomputePeriod(database, clock, claimed.subjectId, progress);
}

/** Does everything that waits, here and now: for set-up and tests, where no server runs. */
export async function workWaiting(database: Database, clock: Clock): Promise<void> {
  const next = () => claimTask(database, 'here and now');
  for (let claimed = await next(); claimed !== null; claimed = await next()) {
    await work(database, clock, claimed);
    await endTask(database, claimed);
  }
}
