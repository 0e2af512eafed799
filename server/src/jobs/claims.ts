import { randomUUID } from 'node:crypto';
import { and, eq, lt, or } from 'drizzle-orm';
import { realSeconds } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import { task } from '../database/schema.ts';

export const LEASE_SECONDS = 15;

/** A task that this process has claimed. */
export interface Claimed {
  readonly id: number;
  readonly kind: 'import' | 'recompute';
  readonly subjectId: number;
  readonly claim: string;
}

const mine = (claimed: Claimed) => and(eq(task.id, claimed.id), eq(task.claim, claimed.claim));

/** Claims the oldest task that waits, or whose server let its lease run out; null where there is none. */
export async function claimTask(database: Database): Promise<Claimed | null> {
  const now = realSeconds();
  const claim = randomUUID();
  return database.transaction(async (tx) => {
    const [row] = await tx
      .select({ id: task.id, kind: task.kind, subjectId: task.subjectId })
      .from(task)
      .where(or(eq(task.status, 'waiting'), and(eq(task.status, 'running'), lt(task.leaseUntil, now))))
      .orderBy(task.id)
      .limit(1)
      .for('update', { skipLocked: true });
    if (row === undefined) return null;
    await tx
      .update(task)
      .set({ status: 'running', claim, leaseUntil: now + LEASE_SECONDS })
      .where(eq(task.id, row.id));
    return { ...row, claim };
  });
}

/** Keeps a claim alive. */
export async function renewLease(database: Database, claimed: Claimed): Promise<void> {
  await database
    .update(task)
    .set({ leaseUntil: realSeconds() + LEASE_SECONDS })
    .where(mine(claimed));
}

/** Ends a claimed task: done, or failed with this message. */
export async function endTask(database: Database, claimed: Claimed, error: string | null): Promise<void> {
  await database
    .update(task)
    .set(error === null ? { status: 'done' } : { status: 'failed', error: error.slice(0, 500) })
    .where(mine(claimed));
}
