import type { DifferenceLine, Instant, Workday } from '@heath/core';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { Problem } from '../../../base/problem.ts';
import type { Queries, Reads } from '../../../database/connect.ts';
import { insertMany } from '../../../database/insert-many.ts';
import {
  card,
  decision,
  difference,
  payGroup,
  period,
  person,
  seal,
} from '../../../database/schema/index.ts';
import { AGREES } from '../../../recompute/differences.ts';
import { sealOfCard } from '../../../records/sealed.ts';

/** A difference of an earlier period that goes out now. Its lines are read later. */
export interface Correcting {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly group: string;
  readonly period: { readonly id: number; readonly firstDay: Workday; readonly lastDay: Workday };
  /** Version of the comparison. */
  readonly version: number;
}

/** Approved differences of earlier periods of people of these pay groups, without their lines, in order of the people's numbers. */
export async function correctingNow(queries: Reads, groups: readonly number[]): Promise<Correcting[]> {
  if (groups.length === 0) return [];
  const rows = await queries
    .select({
      personId: person.id,
      number: person.number,
      name: person.name,
      group: payGroup.code,
      periodId: period.id,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      version: difference.version,
    })
    .from(difference)
    .innerJoin(card, and(eq(card.periodId, difference.periodId), eq(card.personId, difference.personId)))
    // What an open card says goes out with the card.
    .innerJoin(seal, sealOfCard)
    .innerJoin(payGroup, eq(payGroup.id, card.groupId))
    .innerJoin(person, eq(person.id, difference.personId))
    .innerJoin(period, eq(period.id, difference.periodId))
    .where(
      and(
        gt(difference.lineCount, 0),
        eq(difference.decided, 'approve'),
        inArray(card.groupId, [...groups]),
        // What changed since is compared first, and decided on anew.
        eq(card.inputVersion, difference.version),
      ),
    )
    .orderBy(asc(person.number), asc(period.firstDay));
  return rows.map(({ personId, number, name, group, periodId, firstDay, lastDay, version }) => ({
    personId,
    number,
    name,
    group,
    period: { id: periodId, firstDay, lastDay },
    version,
  }));
}

/** Lines of these differences, in the order of the differences. */
export async function linesOfCorrecting(
  queries: Reads,
  some: readonly Correcting[],
): Promise<(readonly DifferenceLine[])[]> {
  const of = new Map<string, readonly DifferenceLine[]>();
  for (const periodId of new Set(some.map(({ period: { id } }) => id))) {
    const people = some.filter(({ period: { id } }) => id === periodId).map(({ personId }) => personId);
    const rows = await queries
      .select({ personId: difference.personId, lines: difference.lines })
      .from(difference)
      .where(and(eq(difference.periodId, periodId), inArray(difference.personId, people)));
    for (const { personId, lines } of rows) of.set(`${periodId} ${personId}`, lines);
  }
  return some.map(({ period: { id }, personId }) => of.get(`${id} ${personId}`) ?? []);
}

/** Marks differences as sent with a batch. Throws where one was compared anew meanwhile. */
export async function markSent(
  queries: Queries,
  sent: readonly Correcting[],
  batchId: number,
  { madeBy, madeAt }: { readonly madeBy: number; readonly madeAt: Instant },
): Promise<void> {
  const periods = [...new Set(sent.map(({ period: { id } }) => id))].sort((a, b) => a - b);
  for (const periodId of periods) {
    const own = sent.filter(({ period: { id } }) => id === periodId);
    const these = and(
      eq(difference.periodId, periodId),
      inArray(
        difference.personId,
        own.map(({ personId }) => personId).sort((a, b) => a - b),
      ),
    );
    const kept = new Map(
      (
        await queries
          .select({ personId: difference.personId, version: difference.version })
          .from(difference)
          .where(these)
          .orderBy(asc(difference.personId))
          .for('update')
      ).map(({ personId, version }) => [personId, version]),
    );
    // Somebody took back meanwhile what this differs from.
    const other = own.find(({ personId, version }) => kept.get(personId) !== version);
    if (other !== undefined)
      throw new Problem(
        409,
        'stale',
        `What changed of ${other.name} was compared anew meanwhile. Look at it again.`,
      );
    await insertMany(
      queries,
      decision,
      own.map(({ personId, version }) => ({
        periodId,
        personId,
        version,
        what: 'sent' as const,
        batchId,
        madeBy,
        madeAt,
      })),
    );
    await queries.update(difference).set(AGREES).where(these);
  }
}
