import { broken, type Computed, compute, type PersonInput } from '@heath/core';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Clock } from '../clock.ts';
import type { Database, Queries } from '../database/connect.ts';
import { card } from '../database/schema/index.ts';
import { transaction } from '../database/transaction.ts';
import { isOpen, stale } from './cards.ts';
import { personInputs } from './inputs.ts';
import { cardResults } from './results.ts';
import { type ComputedCard, storeCards } from './store-cards.ts';
import { cardSubjects } from './subjects.ts';

const CARDS_AT_ONCE = 250;

/** Computes, and outside production throws where what always holds does not. */
function computeChecked(input: PersonInput): Computed {
  const computed = compute(input);
  if (process.env.NODE_ENV !== 'production') {
    const found = broken(computed);
    if (found.length > 0) throw new Error(`The calculation contradicts itself: ${found.join(' ')}`);
  }
  return computed;
}

/**
 * Computes every stale card of an open period. Results are stored with the version of the inputs that they were read
 * from: a change that comes in between leaves the card stale, and it is taken again.
 */
export async function recomputePeriod(
  database: Database,
  clock: Clock,
  periodId: number,
  progress: (done: number, total: number) => Promise<void>,
): Promise<void> {
  const mine = and(eq(card.periodId, periodId), stale, isOpen)!;
  const [{ total }] = (await database.select({ total: sql<number>`count(*)` }).from(card).where(mine)) as [
    { total: number },
  ];
  let done = 0;
  for (;;) {
    const subjects = await cardSubjects(database, mine, CARDS_AT_ONCE);
    if (subjects.length === 0) return;
    const inputs = await personInputs(database, subjects, clock.now());
    const rows = inputs.map((input, i) => ({
      subject: subjects[i]!,
      results: cardResults(input, computeChecked(input)),
    }));
    await transaction(database, (tx) => storeUnchanged(tx, periodId, rows));
    done += subjects.length;
    await progress(done, Math.max(total, done));
  }
}

/** Stores computed cards; one whose inputs changed while it was computed stays stale, and whoever changed it may have stored more. */
async function storeUnchanged(tx: Queries, periodId: number, rows: readonly ComputedCard[]): Promise<void> {
  const ids = rows.map(({ subject }) => subject.personId);
  const versions = await tx
    .select({ personId: card.personId, inputVersion: card.inputVersion })
    .from(card)
    .where(and(eq(card.periodId, periodId), inArray(card.personId, ids)))
    .for('update');
  const current = new Map(versions.map(({ personId, inputVersion }) => [personId, inputVersion]));
  const unchanged = rows.filter(({ subject }) => current.get(subject.personId) === subject.inputVersion);
  if (unchanged.length === 0) return;
  await storeCards(tx, unchanged);
}
