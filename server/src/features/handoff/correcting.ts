import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { card, decision, difference, payGroup, period, person } from '../../database/schema/index.ts';
import { Problem } from '../../http/problem.ts';
import { lastDecisions } from '../../pay/decisions.ts';
import type { Correcting } from './gather.ts';

/** What changed in earlier periods of people of some pay groups, was approved, and is to go out; in order of their numbers. */
export async function correctingNow(queries: Reads, groups: readonly number[]): Promise<Correcting[]> {
  if (groups.length === 0) return [];
  const last = lastDecisions(queries);
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
      decided: decision.version,
      lines: difference.lines,
    })
    .from(difference)
    .innerJoin(last, and(eq(last.periodId, difference.periodId), eq(last.personId, difference.personId)))
    .innerJoin(decision, eq(decision.id, last.id))
    .innerJoin(card, and(eq(card.periodId, difference.periodId), eq(card.personId, difference.personId)))
    .innerJoin(payGroup, eq(payGroup.id, card.groupId))
    .innerJoin(person, eq(person.id, difference.personId))
    .innerJoin(period, eq(period.id, difference.periodId))
    .where(
      and(
        gt(difference.lineCount, 0),
        eq(decision.what, 'approve'),
        inArray(card.groupId, [...groups]),
        // What changed since is compared first, and decided on anew.
        eq(card.inputVersion, difference.version),
      ),
    )
    .orderBy(asc(person.number), asc(period.firstDay));
  return (
    rows
      // Since it was approved, nothing changed.
      .filter(({ version, decided }) => version === decided)
      .map(({ personId, number, name, group, periodId, firstDay, lastDay, lines, version }) => ({
        personId,
        number,
        name,
        group,
        period: { id: periodId, firstDay, lastDay },
        lines,
        version,
      }))
  );
}

/** Says that differences went out with a batch: with that, card and sent agree. Throws where one was compared anew meanwhile. */
export async function markSent(
  queries: Queries,
  sent: readonly Correcting[],
  batchId: number,
  { madeBy, madeAt }: { readonly madeBy: number; readonly madeAt: number },
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
    await queries.insert(decision).values(
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
    await queries.update(difference).set({ lines: [], lineCount: 0, payableHours: 0 }).where(these);
  }
}
