import { randomUUID } from 'node:crypto';
import { and, type Column, eq, gt, inArray, lte, or, sql } from 'drizzle-orm';
import { realSeconds } from '../base/clock.ts';
import type { Database } from '../database/connect.ts';
import { isDuplicate } from '../database/failures.ts';
import { task } from '../database/schema/index.ts';
import { repeated, transaction } from '../database/transaction.ts';

export const LEASE_SECONDS = 15;
/** How often a task is begun before it is given up. */
export const MOST_ATTEMPTS = 10;
const LONGEST_PAUSE_SECONDS = 300;

/** Seconds to wait after the attempt of this number, from 1, before the next: 1, 2, 4, … up to five minutes. */
export const pauseAfter = (attempt: number): number => Math.min(2 ** (attempt - 1), LONGEST_PAUSE_SECONDS);

/** What a task does. */
export type TaskKind = (typeof task.kind.enumValues)[number];

/** Tasks that make no external calls. Deliveries are claimed apart, so that a slow pay system holds up nothing else. */
export const OWN_WORK: readonly TaskKind[] = ['import', 'recompute'];
export const DELIVERING: readonly TaskKind[] = ['deliver'];

/** Clocks of several servers differ by less than this. */
const LONGEST_AHEAD_SECONDS = 10 * LEASE_SECONDS;

/** Condition: a moment is past, or further ahead than it can be. */
const outside = (moment: Column, now: number, most: number) => or(lte(moment, now), gt(moment, now + most));

/** A task that this process has claimed. */
export interface Claimed {
  readonly id: number;
  readonly kind: TaskKind;
  readonly subjectId: number;
  readonly claim: string;
  /** Which attempt this is, from 1. */
  readonly attempt: number;
}

/** Thrown where a claimed task was taken away: another server has it, or a user canceled it. */
export class ClaimLost extends Error {
  /** Carried from thread to thread, where the class is not. */
  readonly code = 'CLAIM_LOST';
}

/** True where work ended because its task was taken away. */
export const isClaimLost = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && error.code === 'CLAIM_LOST';

const mine = (claimed: Claimed) => and(eq(task.id, claimed.id), eq(task.claim, claimed.claim));

/**
 * Claims the oldest task that waits, or whose server let its lease run out; null where there is none. One that was begun too often
 * without an end is given up on the way.
 *
 * @param server by what name the claim is remembered, see `releaseClaims`
 * @param kinds of which kinds
 */
export async function claimTask(
  database: Database,
  server: string,
  kinds: readonly TaskKind[] = task.kind.enumValues,
): Promise<Claimed | null> {
  for (;;) {
    const now = realSeconds();
    const claim = randomUUID();
    const next = await transaction(database, async (tx) => {
      const [row] = await tx
        .select({ id: task.id, kind: task.kind, subjectId: task.subjectId, attempts: task.attempts })
        .from(task)
        .where(
          and(
            inArray(task.kind, [...kinds]),
            or(
              // What lies further ahead than any pause or lease was written before the clock was set back.
              and(eq(task.status, 'waiting'), outside(task.notBefore, now, LONGEST_PAUSE_SECONDS)),
              and(eq(task.status, 'running'), outside(task.leaseUntil, now - 1, LONGEST_AHEAD_SECONDS)),
            ),
          ),
        )
        .orderBy(task.id)
        .limit(1)
        .for('update', { skipLocked: true });
      if (row === undefined) return null;
      const { attempts, ...found } = row;
      if (attempts >= MOST_ATTEMPTS) {
        const error = `It was begun ${attempts} times and the server ended before it each time.`;
        await tx.update(task).set({ status: 'failed', error }).where(eq(task.id, row.id));
        return 'given up' as const;
      }
      await tx
        .update(task)
        .set({
          status: 'running',
          claim,
          claimedBy: server,
          leaseUntil: now + LEASE_SECONDS,
          attempts: attempts + 1,
        })
        .where(eq(task.id, row.id));
      return { ...found, claim, attempt: attempts + 1 };
    });
    if (next !== 'given up') return next;
  }
}

/** Extends the lease of a claim. */
export async function renewLease(database: Database, claimed: Claimed): Promise<void> {
  await database
    .update(task)
    .set({ leaseUntil: realSeconds() + LEASE_SECONDS })
    .where(mine(claimed));
}

/** Stores the progress of a claimed task. Throws `ClaimLost` where it was taken away, so that its work ends. */
export async function tellProgress(
  database: Database,
  claimed: Claimed,
  done: number,
  total: number,
): Promise<void> {
  const [kept] = await database.update(task).set({ done, total }).where(mine(claimed));
  if (kept.affectedRows !== 1) throw new ClaimLost();
}

/** Ends a claimed task: it is done. */
export async function endTask(database: Database, claimed: Claimed): Promise<void> {
  await repeated(() => database.update(task).set({ status: 'done', error: null }).where(mine(claimed)));
}

/** How a task goes on that failed. */
export interface Failure {
  /** Why, in words for people. */
  readonly reason: string;
  /** False where trying again cannot help. */
  readonly again: boolean;
}

/** Lets a claimed task wait for its next attempt, or gives it up. */
export async function failTask(
  database: Database,
  claimed: Claimed,
  { reason, again }: Failure,
): Promise<void> {
  const next =
    again && claimed.attempt < MOST_ATTEMPTS
      ? ({ status: 'waiting', notBefore: realSeconds() + pauseAfter(claimed.attempt) } as const)
      : ({ status: 'failed' } as const);
  try {
    await repeated(() =>
      database
        .update(task)
        .set({ ...next, error: reason.slice(0, 500), done: 0 })
        .where(mine(claimed)),
    );
  } catch (error) {
    // The same is asked for again and waits already: that one does what this one did not.
    if (!isDuplicate(error)) throw error;
    await endTask(database, claimed);
  }
}

/**
 * Lets go of everything that a server of this name had claimed: to be called when it starts, since then nobody works at it, and when it
 * ends. What it had begun does not count as an attempt where it ended as it should.
 */
export async function releaseClaims(
  database: Database,
  server: string,
  ended: boolean,
  kinds: readonly TaskKind[] = task.kind.enumValues,
): Promise<void> {
  await database
    .update(task)
    .set({ leaseUntil: 0, ...(ended ? { attempts: sql`GREATEST(${task.attempts} - 1, 0)` } : {}) })
    .where(and(eq(task.status, 'running'), eq(task.claimedBy, server), inArray(task.kind, [...kinds])));
}
