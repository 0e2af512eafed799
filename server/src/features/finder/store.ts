import { doubledPunches, SECONDS_PER_DAY, type Span, type Workday } from '@heath/core';
import {
  and,
  asc,
  between,
  type Column,
  eq,
  gte,
  inArray,
  isNull,
  lte,
  notExists,
  type SQL,
  sql,
} from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { resultOfCard } from '../../cards/result-of-card.ts';
import type { Queries, Reads } from '../../database/connect.ts';
import { build } from '../../database/round-trip.ts';
import {
  card,
  cardResult,
  correction,
  department,
  period,
  person,
  punch,
  savedSearch,
  seal,
  site,
} from '../../database/schema/index.ts';
import { byPerson } from '../../records/by-person.ts';
import { badgePunchColumns, ownedBy, siteOfPunch } from '../../records/owned-punches.ts';
import { sealOfCard } from '../../records/sealed.ts';

/** The periods that hold some day of a span. */
export const periodsWithin = (queries: Reads, from: Workday, to: Workday) =>
  queries
    .select()
    .from(period)
    .where(and(lte(period.firstDay, to), gte(period.lastDay, from)))
    .orderBy(asc(period.firstDay));

/** Who has a card in some periods, within reach. */
export async function peopleWithCards(
  queries: Reads,
  periodIds: readonly number[],
  reach: SQL | undefined,
): Promise<number[]> {
  const rows = await queries
    .selectDistinct({ personId: card.personId })
    .from(card)
    .where(and(inArray(card.periodId, [...periodIds]), reach))
    .orderBy(card.personId);
  return rows.map(({ personId }) => personId);
}

/** The cards of a run of people in some periods, within reach, with their days in short; with their lines, which are long, where those are asked for. */
export const cardsOf = (
  queries: Reads,
  periodIds: readonly number[],
  [first, last]: readonly [number, number],
  reach: SQL | undefined,
  withLines: boolean,
) =>
  queries
    .select({
      periodId: card.periodId,
      firstDay: period.firstDay,
      personId: card.personId,
      number: person.number,
      name: person.name,
      department: department.name,
      zone: site.zone,
      batchId: seal.batchId,
      days: cardResult.days,
      lines: withLines ? cardResult.lines : sql<null>`NULL`,
    })
    .from(card)
    .innerJoin(cardResult, resultOfCard)
    .innerJoin(period, eq(period.id, card.periodId))
    .innerJoin(person, eq(person.id, card.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(site, eq(site.id, card.siteId))
    .leftJoin(seal, sealOfCard)
    .where(and(inArray(card.periodId, [...periodIds]), between(card.personId, first, last), reach))
    .orderBy(card.personId, period.firstDay);
export type CardRow = Awaited<ReturnType<typeof cardsOf>>[number];

const undoing = alias(correction, 'undoing');
/** Condition: nobody took back the correction of this id. */
const isInForce = (correctionId: Column): SQL =>
  notExists(build.select({ id: undoing.id }).from(undoing).where(eq(undoing.undoes, correctionId)));

/** Something that lies at an instant of somebody's day. */
export interface PointOf {
  readonly personId: number;
  readonly at: number;
  /** The raw punch that is one too many; none where something else was looked for. */
  readonly doubled?: number;
}

/** Punches of these people within a span that say no note. */
export const punchesWithoutNote = (
  queries: Reads,
  people: readonly number[],
  span: Span,
): Promise<PointOf[]> =>
  ownedBy(queries, people, span, (condition) =>
    queries
      .select(badgePunchColumns)
      .from(punch)
      .innerJoin(site, siteOfPunch)
      .where(and(condition, isNull(punch.note))),
  );

const changing = alias(correction, 'changing');

/** Punches of these people within a span that were made twice, without those that a correction is about. */
export async function doubledPunchesOf(
  queries: Reads,
  people: readonly number[],
  span: Span,
): Promise<PointOf[]> {
  const punches = await ownedBy(queries, people, span, (condition) =>
    queries
      .select({ ...badgePunchColumns, id: punch.id, kind: punch.kind })
      .from(punch)
      .innerJoin(site, siteOfPunch)
      .where(
        and(
          condition,
          notExists(
            build
              .select({ id: changing.id })
              .from(changing)
              .where(and(eq(changing.punchId, punch.id), isInForce(changing.id))),
          ),
        ),
      )
      .orderBy(asc(punch.at), asc(punch.id)),
  );
  return [...byPerson(punches)].flatMap(([personId, own]) =>
    doubledPunches(own).map(({ id, at }) => ({ personId, at, doubled: id })),
  );
}

/** Times of these people that somebody typed, that still hold, and that are whole quarters of an hour. */
export const roundTimes = (
  queries: Reads,
  people: readonly number[],
  { from, to }: Span,
): Promise<PointOf[]> =>
  queries
    .select({ personId: correction.personId, at: sql<number>`${correction.at}` })
    .from(correction)
    .where(
      and(
        inArray(correction.personId, [...people]),
        between(correction.at, from, to),
        inArray(correction.kind, ['add', 'move']),
        sql`${correction.at} % ${SECONDS_PER_DAY / 96} = 0`,
        isInForce(correction.id),
      ),
    );

/** What somebody looks for again and again, by name. */
export const searchesOf = (queries: Reads, userId: number) =>
  queries
    .select({ id: savedSearch.id, name: savedSearch.name, look: savedSearch.search })
    .from(savedSearch)
    .where(eq(savedSearch.userId, userId))
    .orderBy(savedSearch.name);

/** Keeps a search under a name, in the place of one that has it. Returns its number. */
export async function saveSearch(tx: Queries, row: Omit<typeof savedSearch.$inferInsert, 'id'>) {
  const [{ insertId }] = await tx
    .insert(savedSearch)
    .values(row)
    .onDuplicateKeyUpdate({ set: { id: sql`LAST_INSERT_ID(${savedSearch.id})`, search: row.search } });
  return insertId;
}

/** Forgets a search of somebody. Returns whether it was there. */
export async function forgetSearch(tx: Queries, userId: number, id: number): Promise<boolean> {
  const [{ affectedRows }] = await tx
    .delete(savedSearch)
    .where(and(eq(savedSearch.id, id), eq(savedSearch.userId, userId)));
  return affectedRows > 0;
}
