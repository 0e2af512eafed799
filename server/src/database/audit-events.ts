import type { Touches } from '@heath/contract';
import type { Instant } from '@heath/core';
import { and, type Column, eq, type SQL, sql } from 'drizzle-orm';
import type { PoolConnection } from 'mysql2';
import type { Database, Queries, RunningWrites } from './connect.ts';
import { build, type Statement, statement } from './round-trip.ts';
import { auditEvent } from './schema/index.ts';
import { transaction } from './transaction.ts';

/** Who writes, and when by the clock of the business. Nobody: Heath does it by itself. */
export interface By {
  readonly userId: number | null;
  /** Whose pay is their own; null where it is nobody's. */
  readonly personId: number | null;
  readonly at: Instant;
  /** Whose pay the operation that is asked for touches at the most, by its definition; left out where none is asked for. */
  readonly touches?: Touches | undefined;
}

/**
 * Whose pay a write changes: nobody's; that of the people with these ids, one by one; or that of a whole group alike, as an edition, an import
 * or a seal does, where `alike` says whether one person is among them, and `each` who is named besides.
 */
export type Pays =
  | 'nobody'
  | readonly number[]
  | { readonly alike: (personId: number) => boolean | SQL<boolean>; readonly each?: readonly number[] };

/** Everybody, alike. */
export const EVERYBODY: Pays = { alike: () => true };

/** Somebody would change what they are paid themselves. Nothing is kept of it. */
export class OwnPay extends Error {}

/** Throws where a write changes more than the definition of its operation says. */
function refuseMoreThan(touches: Touches | undefined, pays: Pays): void {
  const changes = pays === 'nobody' ? pays : 'alike' in pays ? 'everybody' : 'people';
  if (touches !== undefined && changes !== 'nobody' && changes !== touches)
    throw new Error(`A write touches ${changes}, and its definition says ${touches}.`);
}

/** What a write did, to which row, and whose pay it changes. */
export interface AuditEvent {
  /** In a word or two: `settled`, `handed off`. */
  readonly what: string;
  /** The table, and the row there: a number, or the expression that is one. */
  readonly about: string;
  readonly aboutId: number | SQL<number>;
  readonly pays: Pays;
  /** What it was and what it became; left out where it was nothing, or is a row of its own. */
  readonly before?: unknown;
  readonly after?: unknown;
}

/** Condition: the audit event is about this row of a table, and says `what` was done to it. */
export const isAuditEventOf = (about: string, id: Column, what: string) =>
  and(eq(auditEvent.about, about), eq(auditEvent.aboutId, id), eq(auditEvent.what, what));

/** Inserts an audit event; to be sent in the transaction of the write that it describes. */
export const auditEventQuery = (by: By, one: AuditEvent): Statement =>
  statement(build.insert(auditEvent).values(rowOf(by, one)));

/**
 * The one place that keeps people from changing their own pay, whatever the way.
 *
 * @returns whether the write changes the pay of whoever makes it, as that of others alike
 * @throws OwnPay where it changes theirs by itself
 */
function ownPay({ personId }: By, pays: Pays): boolean | SQL<boolean> {
  if (personId === null || pays === 'nobody') return false;
  const isAlike = 'alike' in pays;
  if ((isAlike ? (pays.each ?? []) : pays).includes(personId)) throw new OwnPay();
  return isAlike ? pays.alike(personId) : false;
}

function rowOf(by: By, { aboutId, before = null, after = null, pays, ...one }: AuditEvent) {
  refuseMoreThan(by.touches, pays);
  return {
    userId: by.userId,
    at: by.at,
    ...one,
    aboutId: typeof aboutId === 'number' ? aboutId : sql<number>`${aboutId}`,
    before,
    after,
    isOwnPay: ownPay(by, pays),
  };
}

/** A transaction on the tables of Heath's own running reaches all others as well; whoever writes those adds an audit event. */
const onAllTables = (running: RunningWrites): Queries => running as unknown as Queries;

/** Says what a write does; at least once in each. */
export type Tell = (one: AuditEvent) => void;

/**
 * The one way to write anything that people made or rely on: a transaction in which `work` also says what it does, which is kept with it.
 * Nothing is kept of a write that says nothing.
 */
export function writing<T>(
  database: Database,
  by: By,
  work: (tx: Queries, tell: Tell, connection: PoolConnection) => Promise<T>,
): Promise<T> {
  return transaction(database, async (running, connection) => {
    const tx = onAllTables(running);
    const told: AuditEvent[] = [];
    const result = await work(tx, (one) => told.push(one), connection);
    if (told.length === 0) throw new Error('A write did not say what it does.');
    await tx.insert(auditEvent).values(told.map((one) => rowOf(by, one)));
    return result;
  });
}
