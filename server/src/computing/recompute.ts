import { compute, type PersonId } from '@heath/core';
import { and, eq, sql } from 'drizzle-orm';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import { card, period, person } from '../database/schema.ts';
import { isSealed, stale } from './cards.ts';
import { periodInputs, personInputs } from './inputs.ts';
import { cardResults } from './results.ts';

const CARDS_AT_ONCE = 250;

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
  const [span] = await database.select().from(period).where(eq(period.id, periodId));
  if (span === undefined || (await isSealed(database, periodId))) return;
  const inputs = await periodInputs(database, span);
  const mine = and(eq(card.periodId, periodId), stale);
  const [{ total }] = (await database.select({ total: sql<number>`count(*)` }).from(card).where(mine)) as [
    { total: number },
  ];
  let done = 0;
  for (;;) {
    const cards = await database
      .select({ id: card.personId, version: card.inputVersion, groupId: person.groupId })
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .where(mine)
      .orderBy(card.personId)
      .limit(CARDS_AT_ONCE);
    if (cards.length === 0) return;
    const people = cards.map((c) => ({ id: c.id as PersonId, groupId: c.groupId }));
    const found = await personInputs(database, inputs, people, clock.now());
    const rows = found.map((input, i) => ({
      periodId,
      personId: cards[i]!.id,
      computedVersion: cards[i]!.version,
      ...cardResults(input, compute(input)),
    }));
    const of = (column: string) => sql.raw(`VALUES(\`${column}\`)`);
    await database
      .insert(card)
      .values(rows)
      .onDuplicateKeyUpdate({
        set: {
          computedVersion: of('computed_version'),
          clockedSeconds: of('clocked_seconds'),
          unpaidSeconds: of('unpaid_seconds'),
          roundingSeconds: of('rounding_seconds'),
          payableHundredths: of('payable_hundredths'),
          toSettle: of('to_settle'),
          days: of('days'),
          sums: of('sums'),
          lines: of('lines'),
        },
      });
    done += cards.length;
    await progress(done, Math.max(total, done));
  }
}
