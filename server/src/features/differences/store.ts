import type { Instant } from '@heath/core';
import { and, asc, desc, eq, gt, gte, inArray, isNull, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import {
  assignment,
  badgeOwner,
  batch,
  batchLine,
  card,
  correction,
  decision,
  department,
  difference,
  happened,
  importFile,
  payGroup,
  period,
  person,
  punch,
  punchSource,
  rulebook,
  rulebookEdition,
  seal,
  takenOutLine,
  user,
} from '../../database/schema/index.ts';
import { lastDecisions } from '../../pay/decisions.ts';
import { isInBatch, takenOutOf } from '../../pay/taken-out.ts';
import { type Who, withinReach } from '../../rights/who.ts';

/** Cards within reach that say something else than what was sent, with what was decided last of each; the latest periods first. */
export function openDifferences(queries: Reads, who: Who) {
  const last = lastDecisions(queries);
  return queries
    .select({
      periodId: difference.periodId,
      personId: difference.personId,
      number: person.number,
      name: person.name,
      department: department.name,
      group: payGroup.name,
      version: difference.version,
      payableHours: difference.payableHours,
      decidedWhat: decision.what,
      decidedVersion: decision.version,
    })
    .from(difference)
    .innerJoin(card, and(eq(card.periodId, difference.periodId), eq(card.personId, difference.personId)))
    .innerJoin(period, eq(period.id, difference.periodId))
    .innerJoin(person, eq(person.id, difference.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(payGroup, eq(payGroup.id, card.groupId))
    .leftJoin(last, and(eq(last.periodId, difference.periodId), eq(last.personId, difference.personId)))
    .leftJoin(decision, eq(decision.id, last.id))
    .where(and(gt(difference.lineCount, 0), withinReach(who)))
    .orderBy(desc(period.firstDay), person.name);
}

/** First and last days of some periods, the latest first. */
export const daysOfPeriods = (queries: Reads, ids: readonly number[]) =>
  ids.length === 0
    ? Promise.resolve([])
    : queries
        .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
        .from(period)
        .where(inArray(period.id, [...ids]))
        .orderBy(desc(period.firstDay));

/** What differs of one card, since when, and what was decided last of it; undefined where nothing does. */
export async function findDifference(queries: Reads, periodId: number, personId: number) {
  const [row] = await queries
    .select({
      personId: difference.personId,
      version: difference.version,
      lines: difference.lines,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      sealedAt: seal.madeAt,
      sealedAs: happened.id,
      decidedWhat: decision.what,
      decidedVersion: decision.version,
      decidedAt: decision.madeAt,
      decidedReason: decision.reason,
      decidedBy: user.name,
    })
    .from(difference)
    .innerJoin(card, and(eq(card.periodId, difference.periodId), eq(card.personId, difference.personId)))
    .innerJoin(seal, and(eq(seal.periodId, card.periodId), eq(seal.groupId, card.groupId)))
    .innerJoin(period, eq(period.id, difference.periodId))
    .leftJoin(
      happened,
      and(eq(happened.about, 'batch'), eq(happened.aboutId, seal.batchId), eq(happened.what, 'handed off')),
    )
    .leftJoin(
      decision,
      and(eq(decision.periodId, difference.periodId), eq(decision.personId, difference.personId)),
    )
    .leftJoin(user, eq(user.id, decision.madeBy))
    .where(
      and(eq(difference.periodId, periodId), eq(difference.personId, personId), gt(difference.lineCount, 0)),
    )
    .orderBy(desc(decision.id))
    .limit(1);
  return row;
}
export type FoundDifference = NonNullable<Awaited<ReturnType<typeof findDifference>>>;

/** Corrections of somebody since an instant, the latest first. */
export const correctionsSince = (queries: Reads, personId: number, since: number) =>
  queries
    .select({ kind: correction.kind, note: correction.note, madeAt: correction.madeAt, by: user.name })
    .from(correction)
    .innerJoin(user, eq(user.id, correction.madeBy))
    .where(and(eq(correction.personId, personId), gte(correction.madeAt, since)))
    .orderBy(desc(correction.id))
    .limit(MOST_REASONS);

/** Nobody reads more. */
const MOST_REASONS = 20;

/**
 * Files that brought punches of somebody, with the first and last of them.
 *
 * @param since what happened last before them: the clock alone does not tell what came first within a second
 */
export const filesSince = (queries: Reads, personId: number, since: number) =>
  queries
    .select({
      file: importFile.name,
      by: user.name,
      madeAt: importFile.madeAt,
      first: sql<Instant>`MIN(${punch.at})`.mapWith(Number),
      last: sql<Instant>`MAX(${punch.at})`.mapWith(Number),
    })
    .from(punchSource)
    .innerJoin(importFile, eq(importFile.id, punchSource.importId))
    .innerJoin(
      happened,
      and(
        eq(happened.about, 'import_file'),
        eq(happened.aboutId, importFile.id),
        eq(happened.what, 'imported'),
      ),
    )
    .innerJoin(user, eq(user.id, importFile.madeBy))
    .innerJoin(punch, eq(punch.sourceId, punchSource.id))
    .innerJoin(badgeOwner, eq(badgeOwner.badgeId, punch.badgeId))
    .where(and(eq(badgeOwner.personId, personId), gt(happened.id, since)))
    .groupBy(happened.id);

/** Editions that came to the rulebooks of somebody since something happened, with the first day on which each holds. */
export const editionsSince = (queries: Reads, personId: number, since: number) =>
  queries
    .selectDistinct({
      rulebook: rulebook.name,
      edition: rulebookEdition.edition,
      firstDay: rulebookEdition.firstDay,
      by: user.name,
      madeAt: happened.at,
    })
    .from(rulebookEdition)
    .innerJoin(
      happened,
      and(
        eq(happened.about, 'rulebook_edition'),
        eq(happened.aboutId, rulebookEdition.id),
        eq(happened.what, 'edition added'),
      ),
    )
    .innerJoin(user, eq(user.id, happened.userId))
    .innerJoin(rulebook, eq(rulebook.id, rulebookEdition.rulebookId))
    .innerJoin(assignment, eq(assignment.personId, personId))
    .innerJoin(
      payGroup,
      and(
        eq(payGroup.id, assignment.groupId),
        eq(sql`COALESCE(${assignment.rulebookId}, ${payGroup.rulebookId})`, rulebook.id),
      ),
    )
    .where(gt(happened.id, since));

/** Differences of a period, locked, by person, with their cards and what was decided last of each. */
export async function lockDifferences(queries: Queries, periodId: number, people: readonly number[]) {
  const among = [...people].sort((a, b) => a - b);
  // Whoever seals, takes back or compares holds the cards as well.
  const cards = await queries
    .select({
      groupId: card.groupId,
      siteId: card.siteId,
      departmentId: card.departmentId,
      supervisorId: card.supervisorId,
      personId: card.personId,
      inputVersion: card.inputVersion,
      number: person.number,
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .where(and(eq(card.periodId, periodId), inArray(card.personId, among)))
    .orderBy(asc(card.personId))
    .for('update');
  const kept = await queries
    .select()
    .from(difference)
    .where(and(eq(difference.periodId, periodId), inArray(difference.personId, among)))
    .orderBy(asc(difference.personId))
    .for('update');
  const last = lastDecisions(queries);
  const decided = await queries
    .select({ personId: decision.personId, what: decision.what, version: decision.version })
    .from(decision)
    .innerJoin(last, eq(last.id, decision.id))
    .where(and(eq(decision.periodId, periodId), inArray(decision.personId, among)));
  const [keptOf, decidedOf] = [
    new Map(kept.map((one) => [one.personId, one])),
    new Map(decided.map((one) => [one.personId, one])),
  ];
  return new Map(
    cards.flatMap((of) => {
      const own = keptOf.get(of.personId);
      return own === undefined
        ? []
        : [[of.personId, { of, kept: own, last: decidedOf.get(of.personId) }] as const];
    }),
  );
}
export type LockedDifference =
  Awaited<ReturnType<typeof lockDifferences>> extends Map<number, infer One> ? One : never;

export async function addDecisions(
  queries: Queries,
  rows: readonly (typeof decision.$inferInsert)[],
): Promise<void> {
  if (rows.length > 0) await queries.insert(decision).values([...rows]);
}

/** Keeps lines that were waived as a batch that never leaves; with that, card and sent agree. */
export async function addWaived(
  queries: Queries,
  { of, kept }: LockedDifference,
  made: { readonly madeBy: number; readonly madeAt: number },
): Promise<number> {
  const [result] = await queries.insert(batch).values({
    kind: 'waived',
    periodId: kept.periodId,
    people: 1,
    lines: kept.lineCount,
    payableHours: kept.payableHours,
    premiumHours: 0,
    ...made,
  });
  const batchId = result.insertId;
  await queries.insert(batchLine).values(
    kept.lines.map((line, i) => ({
      ...line,
      batchId,
      seq: i + 1,
      personId: of.personId,
      personNumber: of.number,
      correctsId: kept.periodId,
    })),
  );
  await queries
    .update(difference)
    .set({ lines: [], lineCount: 0, payableHours: 0 })
    .where(and(eq(difference.periodId, kept.periodId), eq(difference.personId, kept.personId)));
  return batchId;
}

/** Everything ever sent of a card, or waived, by day. */
export const sentOfCard = (queries: Reads, periodId: number, personId: number) =>
  queries
    .select({
      workday: batchLine.workday,
      code: batchLine.code,
      classId: batchLine.classId,
      hours: batchLine.hours,
      batch: batch.number,
      batchId: batch.id,
      madeAt: batch.madeAt,
    })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .leftJoin(takenOutLine, takenOutOf)
    .where(
      and(
        eq(batchLine.personId, personId),
        isInBatch,
        isNull(batch.ended),
        eq(sql`COALESCE(${batchLine.correctsId}, ${batch.periodId})`, periodId),
      ),
    )
    .orderBy(batchLine.workday, batch.id, batchLine.seq);

/** The card of somebody within reach; undefined where there is none. */
export async function cardWithin(queries: Reads, who: Who, periodId: number, personId: number) {
  const [row] = await queries
    .select({ personId: card.personId })
    .from(card)
    .where(and(eq(card.periodId, periodId), eq(card.personId, personId), withinReach(who)));
  return row;
}
