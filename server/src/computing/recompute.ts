import { broken, type Computed, compute, type PersonInput } from '@heath/core';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Clock } from '../clock.ts';
import type { Database, Queries } from '../database/connect.ts';
import { card } from '../database/schema.ts';
import { transaction } from '../database/transaction.ts';
import { isSealed, stale } from './cards.ts';
import { personInputs } from './inputs.ts';
import { type CardResults, cardResults } from './results.ts';
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
  if (await isSealed(database, periodId)) return;
  const mine = and(eq(card.periodId, periodId), stale)!;
  const [{ total }] = (await database.select({ total: sql<number>`count(*)` }).from(card).where(mine)) as [
    { total: number },
  ];
  let done = 0;
  for (;;) {
    const subjects = await cardSubjects(database, mine, CARDS_AT_ONCE);
    if (subjects.length === 0) return;
    const inputs = await personInputs(database, subjects, clock.now());
    const rows = inputs.map((input, i) => ({
      personId: subjects[i]!.personId,
      computedVersion: subjects[i]!.inputVersion,
      ...cardResults(input, computeChecked(input)),
    }));
    await transaction(database, (tx) => storeUnchanged(tx, periodId, rows));
    done += subjects.length;
    await progress(done, Math.max(total, done));
  }
}

/** Stores computed cards; one whose inputs changed while it was computed stays stale, and whoever changed it may have stored more. */
async function storeUnchanged(
  tx: Queries,
  periodId: number,
  rows: readonly (CardResults & { readonly personId: number; readonly computedVersion: number })[],
): Promise<void> {
  const ids = rows.map(({ personId }) => personId);
  const versions = await tx
    .select({ personId: card.personId, inputVersion: card.inputVersion })
    .from(card)
    .where(and(eq(card.periodId, periodId), inArray(card.personId, ids)))
    .for('update');
  const current = new Map(versions.map(({ personId, inputVersion }) => [personId, inputVersion]));
  const unchanged = rows.filter(({ personId, computedVersion }) => current.get(personId) === computedVersion);
  if (unchanged.length === 0) return;
  const of = (column: string) => sql.raw(`VALUES(\`${column}\`)`);
  await tx
    .insert(card)
    .values(unchanged.map((row) => ({ ...row, periodId })))
    .onDuplicateKeyUpdate({
      set: {
        computedVersion: of('computed_version'),
        clockedSeconds: of('clocked_seconds'),
        unpaidSeconds: of('unpaid_seconds'),
        heldSeconds: of('held_seconds'),
        roundingSeconds: of('rounding_seconds'),
        payableHours: of('payable_hours'),
        toSettle: of('to_settle'),
        days: of('days'),
        marks: of('marks'),
        sums: of('sums'),
        lines: of('lines'),
      },
    });
}
