import {
  type DecideRequest,
  DIFFERENCE_STATES,
  type Difference,
  type DifferencesReply,
} from '@heath/contract';
import { type Instant, instant, type Span, type Workday } from '@heath/core';
import { and, asc, between, desc, eq, gt, gte, inArray, isNull } from 'drizzle-orm';
import { isAuditEventOf } from '../../database/audit-events.ts';
import type { Database, Queries, Reads } from '../../database/connect.ts';
import { insertMany } from '../../database/insert-many.ts';
import { build, select, selectValues, sendAlone } from '../../database/round-trip.ts';
import {
  assignment,
  auditEvent,
  batch,
  batchLine,
  card,
  correction,
  decision,
  difference,
  importFile,
  payGroup,
  period,
  person,
  punch,
  punchSource,
  rulebook,
  rulebookEdition,
  seal,
  site,
  takenOutLine,
  user,
} from '../../database/schema/index.ts';
import { periodOfLine } from '../../pay/batch-lines.ts';
import { isInBatch, takenOutOf } from '../../pay/taken-out.ts';
import { AGREES } from '../../recompute/differences.ts';
import { rulebookOfAssignment } from '../../records/assignments.ts';
import { badgePunchColumns, ownedBy, siteOfPunch } from '../../records/owned-punches.ts';
import { departmentNames, peopleByName } from '../../records/people.ts';
import { sealOfCard } from '../../records/sealed.ts';
import { type Who, withinReach } from '../../rights/who.ts';

/** Column values of a difference, see `openDifferences`. */
type DifferenceValues = readonly [
  periodId: number,
  personId: number,
  version: number,
  payableHours: number,
  decided: 'carry' | 'approve' | null,
];
/** Column values of the places of a card. */
type CardValues = readonly [periodId: number, personId: number, departmentId: number, groupId: number];

const isListed = gt(difference.lineCount, 0);
const listed = selectValues<DifferenceValues>(
  build
    .select({
      periodId: difference.periodId,
      personId: difference.personId,
      version: difference.version,
      payableHours: difference.payableHours,
      decided: difference.decided,
    })
    .from(difference)
    .where(isListed),
);
/** Sealed cards of periods in which something differs. */
const cardsOf = (who: Who) =>
  selectValues<CardValues>(
    build
      .select({
        periodId: card.periodId,
        personId: card.personId,
        departmentId: card.departmentId,
        groupId: card.groupId,
      })
      .from(card)
      .innerJoin(seal, sealOfCard)
      .where(
        and(
          inArray(
            card.periodId,
            build.selectDistinct({ periodId: difference.periodId }).from(difference).where(isListed),
          ),
          withinReach(who),
        ),
      ),
  );

/**
 * Cards within reach that say something else than what was sent, a column a list; the latest periods first. What belongs together is put together
 * here, and read at the same time: of ten thousand, one select with joins takes three times as long (`afterwards` in the bench).
 */
export async function openDifferences(database: Database, who: Who): Promise<DifferencesReply> {
  const cards = cardsOf(who);
  const [[ofListed, ofDepartments, ofGroups], [ofCards], [ofPeople]] = await Promise.all([
    sendAlone(database, listed.with(), departmentNames.with(), groupNames.with()),
    sendAlone(database, cards.with()),
    sendAlone(database, peopleByName.with()),
  ]);
  const [departments, groups] = [departmentNames.rows(ofDepartments), groupNames.rows(ofGroups)];
  const placesOf = (names: readonly { readonly id: number }[]) => new Map(names.map(({ id }, i) => [id, i]));
  const [departmentOf, groupOf] = [placesOf(departments), placesOf(groups)];
  const byPeriod = new Map<number, Map<number, DifferenceValues>>();
  for (const values of listed.rows(ofListed)) {
    const own = byPeriod.get(values[0]) ?? new Map<number, DifferenceValues>();
    byPeriod.set(values[0], own.set(values[1], values));
  }
  const cardsByPeriod = new Map<number, Map<number, CardValues>>();
  for (const values of cards.rows(ofCards)) {
    const own = cardsByPeriod.get(values[0]) ?? new Map<number, CardValues>();
    cardsByPeriod.set(values[0], own.set(values[1], values));
  }
  const list = {
    periods: (await daysOfPeriods(database, [...byPeriod.keys()])).filter(({ id }) => cardsByPeriod.has(id)),
    departments: departments.map(({ name }) => name),
    groups: groups.map(({ name }) => name),
    period: [] as number[],
    personId: [] as number[],
    number: [] as string[],
    name: [] as string[],
    department: [] as number[],
    group: [] as number[],
    version: [] as number[],
    payableHours: [] as number[],
    state: [] as number[],
  };
  const people = peopleByName.rows(ofPeople);
  for (const [place, { id }] of list.periods.entries()) {
    const [own, cardsOfPeriod] = [byPeriod.get(id), cardsByPeriod.get(id)];
    for (const [personId, number, name] of people) {
      const values = own?.get(personId);
      const of = cardsOfPeriod?.get(personId);
      if (values === undefined || of === undefined) continue;
      const [, , version, payableHours, decided] = values;
      const [, , departmentId, groupId] = of;
      list.period.push(place);
      list.personId.push(personId);
      list.number.push(number);
      list.name.push(name);
      list.department.push(departmentOf.get(departmentId) ?? 0);
      list.group.push(groupOf.get(groupId) ?? 0);
      list.version.push(version);
      list.payableHours.push(payableHours);
      list.state.push(DIFFERENCE_STATES.indexOf(stateOf(decided)));
    }
  }
  return list;
}

/** State of a difference, from its last decision. */
const stateOf = (decided: DifferenceValues[4]): Difference['state'] =>
  decided === null ? 'open' : decided === 'carry' ? 'carried' : 'approved';

const groupNames = select(build.select({ id: payGroup.id, name: payGroup.name }).from(payGroup));

/** First and last days of some periods, the latest first. */
const daysOfPeriods = (queries: Reads, ids: readonly number[]) =>
  ids.length === 0
    ? Promise.resolve([])
    : queries
        .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
        .from(period)
        .where(inArray(period.id, [...ids]))
        .orderBy(desc(period.firstDay));

/** The difference of one card, since when it exists, and its last decision; undefined where there is none. */
export async function findDifference(queries: Reads, periodId: number, personId: number) {
  const [row] = await queries
    .select({
      personId: difference.personId,
      version: difference.version,
      lines: difference.lines,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      sealedAt: seal.madeAt,
      sealedAs: auditEvent.id,
      decided: difference.decided,
      decidedAt: decision.madeAt,
      decidedReason: decision.reason,
      decidedBy: user.name,
    })
    .from(difference)
    .innerJoin(card, and(eq(card.periodId, difference.periodId), eq(card.personId, difference.personId)))
    .innerJoin(seal, sealOfCard)
    .innerJoin(period, eq(period.id, difference.periodId))
    .leftJoin(auditEvent, isAuditEventOf('batch', seal.batchId, 'handed off'))
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

/** Corrections of a person that are about days of a span and were made since an instant, the latest first. */
export const correctionsSince = (
  queries: Reads,
  personId: number,
  since: Instant,
  { firstDay, lastDay }: { readonly firstDay: Workday; readonly lastDay: Workday },
) =>
  queries
    .select({ kind: correction.kind, note: correction.note, madeAt: correction.madeAt, by: user.name })
    .from(correction)
    .innerJoin(user, eq(user.id, correction.madeBy))
    .where(
      and(
        eq(correction.personId, personId),
        gte(correction.madeAt, since),
        between(correction.workday, firstDay, lastDay),
      ),
    )
    .orderBy(desc(correction.id))
    .limit(MOST_REASONS);

/** Most reasons that are listed. */
const MOST_REASONS = 20;

/** From 1970 to the last day that a date can have. */
const ALWAYS: Span = { from: instant(0), to: instant(253_402_300_799) };

/**
 * Files with punches of this person, each with the person's first and last punch in it.
 *
 * @param since the id of the last audit event before them: the clock alone does not tell what came first within a second
 */
export async function filesSince(queries: Reads, personId: number, since: number) {
  const punches = await ownedBy(queries, [personId], ALWAYS, (condition) =>
    queries
      .select({
        ...badgePunchColumns,
        event: auditEvent.id,
        file: importFile.name,
        by: user.name,
        madeAt: importFile.madeAt,
      })
      .from(punch)
      .innerJoin(site, siteOfPunch)
      .innerJoin(punchSource, eq(punchSource.id, punch.sourceId))
      .innerJoin(importFile, eq(importFile.id, punchSource.importId))
      .innerJoin(auditEvent, isAuditEventOf('import_file', importFile.id, 'imported'))
      .innerJoin(user, eq(user.id, importFile.madeBy))
      .where(and(condition, gt(auditEvent.id, since)))
      .orderBy(asc(punch.at)),
  );
  const files = new Map<number, (typeof punches)[number] & { first: Instant; last: Instant }>();
  for (const one of punches)
    files.set(one.event, { ...one, first: files.get(one.event)?.first ?? one.at, last: one.at });
  return [...files.values()];
}
/** Editions that came to the rulebooks of somebody since something happened, with the first day on which each holds. */
export const editionsSince = (queries: Reads, personId: number, since: number) =>
  queries
    .selectDistinct({
      rulebook: rulebook.name,
      edition: rulebookEdition.edition,
      firstDay: rulebookEdition.firstDay,
      by: user.name,
      madeAt: auditEvent.at,
    })
    .from(rulebookEdition)
    .innerJoin(auditEvent, isAuditEventOf('rulebook_edition', rulebookEdition.id, 'edition added'))
    .innerJoin(user, eq(user.id, auditEvent.userId))
    .innerJoin(rulebook, eq(rulebook.id, rulebookEdition.rulebookId))
    .innerJoin(assignment, eq(assignment.personId, personId))
    .innerJoin(payGroup, and(eq(payGroup.id, assignment.groupId), eq(rulebookOfAssignment, rulebook.id)))
    .where(gt(auditEvent.id, since));

/** Differences of a period, locked, by person, with their cards. */
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
  const keptOf = new Map(kept.map((one) => [one.personId, one]));
  return new Map(
    cards.flatMap((of) => {
      const own = keptOf.get(of.personId);
      return own === undefined ? [] : [[of.personId, { of, kept: own }] as const];
    }),
  );
}
export type LockedDifference =
  Awaited<ReturnType<typeof lockDifferences>> extends Map<number, infer One> ? One : never;

/** Inserts decisions on differences of a period. */
export async function addDecisions(
  queries: Queries,
  periodId: number,
  what: DecideRequest['what'],
  rows: readonly Omit<typeof decision.$inferInsert, 'periodId' | 'what'>[],
): Promise<void> {
  if (rows.length === 0) return;
  await insertMany(
    queries,
    decision,
    rows.map((row) => ({ ...row, periodId, what })),
  );
  const people = rows.map(({ personId }) => personId);
  await queries
    .update(difference)
    .set({ decided: what === 'carry' || what === 'approve' ? what : null })
    .where(and(eq(difference.periodId, periodId), inArray(difference.personId, people)));
}

/**
 * Inserts waived lines as one batch that is never sent. After that the cards agree with what was sent. Returns the id of the batch.
 *
 * @param waived differences of one period and one pay group: taking back a handoff of the group takes this batch back with it
 */
export async function addWaived(
  queries: Queries,
  waived: readonly [LockedDifference, ...LockedDifference[]],
  made: { readonly madeBy: number; readonly madeAt: Instant },
): Promise<number> {
  const [
    {
      kept: { periodId },
    },
  ] = waived;
  const sum = (of: 'lineCount' | 'payableHours') => waived.reduce((all, { kept }) => all + kept[of], 0);
  const [{ insertId: batchId }] = await queries.insert(batch).values({
    kind: 'waived',
    periodId,
    people: waived.length,
    lines: sum('lineCount'),
    payableHours: sum('payableHours'),
    premiumHours: 0,
    ...made,
  });
  const lines = waived.flatMap(({ of, kept }) =>
    kept.lines.map((line) => ({ ...line, personId: of.personId, personNumber: of.number })),
  );
  await insertMany(
    queries,
    batchLine,
    lines.map((line, i) => ({ ...line, batchId, seq: i + 1, correctsId: periodId })),
  );
  await queries
    .update(difference)
    .set(AGREES)
    .where(
      and(
        eq(difference.periodId, periodId),
        inArray(
          difference.personId,
          waived.map(({ kept }) => kept.personId),
        ),
      ),
    );
  return batchId;
}

/** All lines ever sent of a card, or waived, by day. */
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
    .where(and(eq(batchLine.personId, personId), isInBatch, isNull(batch.ended), eq(periodOfLine, periodId)))
    .orderBy(batchLine.workday, batch.id, batchLine.seq);

/** A person's card within reach; undefined where there is none. */
export async function cardWithin(queries: Reads, who: Who, periodId: number, personId: number) {
  const [row] = await queries
    .select({ personId: card.personId })
    .from(card)
    .where(and(eq(card.periodId, periodId), eq(card.personId, personId), withinReach(who)));
  return row;
}
