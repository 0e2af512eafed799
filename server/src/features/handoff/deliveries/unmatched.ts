import type { Instant } from '@heath/core';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Clock } from '../../../base/clock.ts';
import { writing } from '../../../database/audit-events.ts';
import type { Database, Queries, Reads } from '../../../database/connect.ts';
import { batchFile, delivery, refusedLine, unmatchedHandoff } from '../../../database/schema/index.ts';
import { raiseLastNumber } from '../batches/store.ts';
import { type Listed, listHandoffs } from './pay-system.ts';

/** Hours are kept in 1/90,000. */
const UNITS_AN_HOUR = 90_000;

/** Nothing is sent while the pay system has what Heath has not. */
export class HeldUp extends Error {
  readonly code = 'HELD_UP';
}

/** Handoffs of the pay system that Heath does not know and nobody has explained, the latest first. */
export const listUnmatched = (queries: Reads) =>
  queries
    .select()
    .from(unmatchedHandoff)
    .where(isNull(unmatchedHandoff.endedAt))
    .orderBy(desc(unmatchedHandoff.receivedAt));

/** A sentence for what holds up deliveries; null where nothing does. */
export async function unmatchedObjection(queries: Reads): Promise<string | null> {
  const open = await listUnmatched(queries);
  const [first] = open;
  if (first === undefined) return null;
  const others = open.length === 1 ? '' : ` and ${open.length - 1} more`;
  return `The pay system has ${first.name}${others}, and this Heath does not know that. Nothing is delivered until somebody says what it is, on the screen Handoff.`;
}

/** How many lines of each delivery the pay system has, as far as Heath knows; null where that is not known yet. By key. */
async function linesKnown(queries: Reads, keys: readonly string[]): Promise<Map<string, number | null>> {
  if (keys.length === 0) return new Map();
  const rows = await queries
    .select({
      key: delivery.key,
      status: delivery.status,
      onlyLines: delivery.onlyLines,
      lines: batchFile.lines,
      refused:
        sql<number>`(SELECT COUNT(*) FROM ${refusedLine} WHERE ${refusedLine.deliveryId} = ${delivery.id})`.mapWith(
          Number,
        ),
    })
    .from(delivery)
    .leftJoin(batchFile, eq(batchFile.batchId, delivery.batchId))
    .where(inArray(delivery.key, [...keys]));
  return new Map(
    rows.map(({ key, status, onlyLines, lines, refused }) => {
      const sent = onlyLines?.length ?? lines ?? 0;
      if (status === 'accepted') return [key, sent];
      if (status === 'in part') return [key, sent - refused];
      return [key, status === 'waiting' || status === 'in doubt' ? null : 0];
    }),
  );
}

/**
 * Holds the last handoffs of the pay system against the deliveries of Heath, and keeps those that do not agree: after an older backup was put
 * back, the pay system has what Heath has not.
 *
 * @returns the handoffs that it listed
 * @throws NoAnswer where the pay system does not say
 */
export async function compareWithPaySystem(
  database: Database,
  clock: Clock,
  intake: string,
): Promise<readonly Listed[]> {
  const listed = await listHandoffs(intake);
  if (listed === null) return [];
  const known = await linesKnown(
    database,
    listed.map(({ key }) => key),
  );
  const agrees = ({ key, lines }: Listed) => {
    const expected = known.get(key);
    // What came without a line taken pays nobody, whoever sent it.
    return expected === undefined ? lines === 0 : expected === null || expected === lines;
  };
  const apart = listed.filter((one) => !agrees(one));
  const kept = await database
    .select({
      key: unmatchedHandoff.key,
      lines: unmatchedHandoff.lines,
      endedAt: unmatchedHandoff.endedAt,
    })
    .from(unmatchedHandoff);
  const keptByKey = new Map(kept.map((one) => [one.key, one]));
  const found = apart.filter(({ key, lines }) => keptByKey.get(key)?.lines !== lines);
  const settled = listed.filter(
    (one) => agrees(one) && keptByKey.has(one.key) && keptByKey.get(one.key)?.endedAt === null,
  );
  if (found.length === 0 && settled.length === 0) return listed;
  await writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    for (const one of found) {
      const values = {
        receivedAt: one.receivedAt,
        name: one.name,
        lines: one.lines,
        hours: Math.round(Number(one.hours) * UNITS_AN_HOUR),
        isUnknown: !known.has(one.key),
        foundAt: clock.now(),
        reason: null,
        endedBy: null,
        endedAt: null,
      };
      await tx
        .insert(unmatchedHandoff)
        .values({ key: one.key, ...values })
        .onDuplicateKeyUpdate({ set: values });
    }
    for (const { key } of settled)
      await endUnmatched(tx, [key], { reason: 'It agrees by now.', endedBy: null, endedAt: clock.now() });
    // A number that the pay system has seen is never given again.
    await raiseLastNumber(tx, Math.max(0, ...found.map(({ number }) => number ?? 0)));
    tell({
      what: 'compared',
      about: 'unmatched_handoff',
      aboutId: 0,
      pays: 'nobody',
      after: { found: found.map(({ key, name, lines }) => ({ key, name, lines })), agree: settled.length },
    });
  });
  return listed;
}

/** Ends unmatched handoffs: they no longer hold up deliveries. */
export async function endUnmatched(
  queries: Queries,
  keys: readonly string[],
  set: { readonly reason: string; readonly endedBy: number | null; readonly endedAt: Instant },
): Promise<void> {
  await queries
    .update(unmatchedHandoff)
    .set(set)
    .where(and(inArray(unmatchedHandoff.key, [...keys]), isNull(unmatchedHandoff.endedAt)));
}
