import type { Instant } from '@heath/core';
import { and, desc, eq, gt, inArray, isNull, max, sql } from 'drizzle-orm';
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
import { isInBatch, takenOutOf } from '../../pay/taken-out.ts';
import { type Who, withinReach } from '../../rights/who.ts';

/** Cards within reach that say something else than what was sent, with what was decided last of each. */
export function openDifferences(queries: Reads, who: Who) {
  const last = queries
    .select({ periodId: decision.periodId, personId: decision.personId, id: max(decision.id).as('last_id') })
    .from(decision)
    .groupBy(decision.periodId, decision.personId)
    .as('last_decision');
  return queries
    .select({
      periodId: difference.periodId,
      personId: difference.personId,
      version: difference.version,
      lines: difference.lines,
      payableHours: difference.payableHours,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      number: person.number,
      name: person.name,
      department: department.name,
      group: payGroup.name,
      groupId: card.groupId,
      siteId: card.siteId,
      departmentId: card.departmentId,
      supervisorId: card.supervisorId,
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
    .innerJoin(person, eq(person.id, difference.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(payGroup, eq(payGroup.id, card.groupId))
    .leftJoin(
      happened,
      and(eq(happened.about, 'batch'), eq(happened.aboutId, seal.batchId), eq(happened.what, 'handed off')),
    )
    .leftJoin(last, and(eq(last.periodId, difference.periodId), eq(last.personId, difference.personId)))
    .leftJoin(decision, eq(decision.id, last.id))
    .leftJoin(user, eq(user.id, decision.madeBy))
    .where(and(gt(difference.lineCount, 0), withinReach(who)))
    .orderBy(desc(period.firstDay), person.name);
}
export type OpenDifference = Awaited<ReturnType<typeof openDifferences>>[number];

/** Corrections of some people, the latest first. */
export const correctionsOf = (queries: Reads, people: readonly number[]) =>
  people.length === 0
    ? Promise.resolve([])
    : queries
        .select({
          personId: correction.personId,
          periodId: correction.periodId,
          kind: correction.kind,
          note: correction.note,
          madeAt: correction.madeAt,
          by: user.name,
        })
        .from(correction)
        .innerJoin(user, eq(user.id, correction.madeBy))
        .where(inArray(correction.personId, [...people]))
        .orderBy(desc(correction.id))
        .limit(2000);

/**
 * Files that brought punches of some people, with the first and last of them.
 *
 * @param since what happened last before them: the clock alone does not tell what came first within a second
 */
export const filesOf = (queries: Reads, people: readonly number[], since: number) =>
  people.length === 0
    ? Promise.resolve([])
    : queries
        .select({
          personId: badgeOwner.personId,
          file: importFile.name,
          by: user.name,
          madeAt: importFile.madeAt,
          importedAs: happened.id,
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
        .where(and(inArray(badgeOwner.personId, [...people]), gt(happened.id, since)))
        .groupBy(badgeOwner.personId, happened.id);

/** Editions that came to the rulebooks of some people, by person, with the first day on which each holds for them. */
export const editionsFor = (queries: Reads, people: readonly number[], since: number) =>
  people.length === 0
    ? Promise.resolve([])
    : queries
        .selectDistinct({
          personId: assignment.personId,
          rulebook: rulebook.name,
          edition: rulebookEdition.edition,
          firstDay: rulebookEdition.firstDay,
          by: user.name,
          madeAt: happened.at,
          addedAs: happened.id,
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
        .innerJoin(assignment, inArray(assignment.personId, [...people]))
        .innerJoin(
          payGroup,
          and(
            eq(payGroup.id, assignment.groupId),
            eq(sql`COALESCE(${assignment.rulebookId}, ${payGroup.rulebookId})`, rulebook.id),
          ),
        )
        .where(gt(happened.id, since));

/** A difference, locked, with its card and what was decided last of it. */
export async function lockDifference(queries: Queries, periodId: number, personId: number) {
  // Whoever seals, takes back or compares holds the card as well.
  const [of] = await queries
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
    .where(and(eq(card.periodId, periodId), eq(card.personId, personId)))
    .for('update');
  if (of === undefined) return undefined;
  const [kept] = await queries
    .select()
    .from(difference)
    .where(and(eq(difference.periodId, periodId), eq(difference.personId, personId)))
    .for('update');
  if (kept === undefined) return undefined;
  const [last] = await queries
    .select()
    .from(decision)
    .where(and(eq(decision.periodId, periodId), eq(decision.personId, personId)))
    .orderBy(desc(decision.id))
    .limit(1);
  return { of, kept, last };
}

export async function addDecision(queries: Queries, values: typeof decision.$inferInsert): Promise<void> {
  await queries.insert(decision).values(values);
}

/** Keeps lines that were waived as a batch that never leaves; with that, card and sent agree. */
export async function addWaived(
  queries: Queries,
  { of, kept }: NonNullable<Awaited<ReturnType<typeof lockDifference>>>,
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

/** What of a card differs from what was sent; nothing where it does not. */
export async function differsOf(queries: Reads, periodId: number, personId: number) {
  const [row] = await queries
    .select({ lines: difference.lines })
    .from(difference)
    .where(and(eq(difference.periodId, periodId), eq(difference.personId, personId)));
  return row?.lines ?? [];
}

/** The card of somebody within reach; undefined where there is none. */
export async function cardWithin(queries: Reads, who: Who, periodId: number, personId: number) {
  const [row] = await queries
    .select({ personId: card.personId })
    .from(card)
    .where(and(eq(card.periodId, periodId), eq(card.personId, personId), withinReach(who)));
  return row;
}
