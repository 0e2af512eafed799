import { type ClassSums, type JobTime, type Line, type Span, type Workday, workday } from '@heath/core';
import { and, asc, between, desc, eq, exists, gt, gte, inArray, isNull, lt, lte, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { exceptionsOfCards, hasCardException } from '../../cards/listed-exceptions.ts';
import { resultOfCard } from '../../cards/result-of-card.ts';
import type { Reads } from '../../database/connect.ts';
import {
  bulk,
  calendarDay,
  card,
  cardResult,
  correction,
  department,
  device,
  importFile,
  job,
  period,
  person,
  punch,
  punchSource,
  seal,
  site,
  user,
} from '../../database/schema/index.ts';
import { byPerson } from '../../records/by-person.ts';
import { badgePunchColumns, ownedBy, siteOfPunch } from '../../records/owned-punches.ts';
import { sealOfCard } from '../../records/sealed.ts';

type Of = { readonly scheduleId: number; readonly firstDay: Workday; readonly lastDay: Workday };

/** The period before one: of the same pay periods, or the last that ended before it. */
export async function periodBefore(queries: Reads, { scheduleId, firstDay }: Of) {
  const earlier = (own: boolean) =>
    queries
      .select()
      .from(period)
      .where(and(lt(period.lastDay, firstDay), own ? eq(period.scheduleId, scheduleId) : undefined))
      .orderBy(desc(period.lastDay))
      .limit(1);
  return (await earlier(true))[0] ?? (await earlier(false))[0];
}

/** The periods of every schedule that some of the days from a first to a last lie in, the earliest first. */
export const periodsOver = (queries: Reads, { firstDay, lastDay }: Pick<Of, 'firstDay' | 'lastDay'>) =>
  queries
    .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
    .from(period)
    .where(and(lte(period.firstDay, lastDay), gte(period.lastDay, firstDay)))
    .orderBy(asc(period.firstDay), asc(period.id));

/** As many days as there are in 52 weeks: the same weekdays. */
const YEAR_DAYS = 364;

/** The period of the same schedule that held the same days 52 weeks before; undefined where there is none. */
export async function periodYearBefore(queries: Reads, { scheduleId, firstDay }: Of) {
  const day = workday(firstDay - YEAR_DAYS);
  const rows = await queries
    .select()
    .from(period)
    .where(and(eq(period.scheduleId, scheduleId), lte(period.firstDay, day), gte(period.lastDay, day)))
    .limit(1);
  return rows[0];
}

/** Every holiday with its name. */
export async function holidayNames(queries: Reads): Promise<Map<Workday, string>> {
  const rows = await queries
    .select({ day: calendarDay.day, name: calendarDay.name })
    .from(calendarDay)
    .where(eq(calendarDay.kind, 'holiday'));
  return new Map(rows.map(({ day, name }) => [day, name ?? 'Holiday']));
}

/** What everybody is called, by their numbers. */
export async function namesByNumber(queries: Reads): Promise<Map<string, string>> {
  const rows = await queries.select({ number: person.number, name: person.name }).from(person);
  return new Map(rows.map(({ number, name }) => [number, name]));
}

const CARDS_AT_ONCE = 1000;

const who = {
  personId: card.personId,
  number: person.number,
  name: person.name,
  groupId: card.groupId,
  departmentId: card.departmentId,
  siteId: card.siteId,
};

/** Reads all cards of a period, some at a time, by a page that starts after a person. */
async function* byPages<R extends { readonly personId: number }>(
  page: (after: number) => Promise<readonly R[]>,
): AsyncGenerator<readonly R[]> {
  for (let after = 0; ; ) {
    const rows = await page(after);
    const last = rows.at(-1);
    if (last === undefined) return;
    yield rows;
    after = last.personId;
  }
}

const inOrder = (periodId: number, after: number) =>
  and(eq(card.periodId, periodId), sql`${card.personId} > ${after}`);

/** A card as the bridge walks it. */
export interface BridgeCard {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly groupId: number;
  readonly departmentId: number;
  readonly siteId: number;
  readonly isComputed: boolean;
  readonly clockedSeconds: number;
  readonly heldSeconds: number;
  readonly unpaidSeconds: number;
  readonly roundingSeconds: number;
  readonly payableHours: number;
  readonly days: Buffer | null;
  readonly sums: ClassSums | null;
  /** Null where it is not asked for, and until the card is computed. */
  readonly jobTimes: readonly JobTime[] | null;
  /** Null where it is not asked for. */
  readonly lines: readonly Line[] | null;
}

/** Every card of a period with what it comes to, and what of that belongs to which job where it is asked for. */
export const cardsOfBridge = (
  queries: Reads,
  periodId: number,
  byJob = false,
): AsyncGenerator<readonly BridgeCard[]> =>
  byPages((after) =>
    queries
      .select({
        ...who,
        // What was sealed stays what it was then, whatever came in since.
        isComputed:
          sql<number>`${card.inputVersion} = ${card.computedVersion} OR ${seal.batchId} IS NOT NULL`.mapWith(
            Boolean,
          ),
        clockedSeconds: card.clockedSeconds,
        heldSeconds: card.heldSeconds,
        unpaidSeconds: card.unpaidSeconds,
        roundingSeconds: card.roundingSeconds,
        payableHours: card.payableHours,
        days: cardResult.days,
        sums: cardResult.sums,
        jobTimes: byJob ? cardResult.jobTimes : sql<null>`NULL`,
        lines: byJob ? cardResult.lines : sql<null>`NULL`,
      })
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .leftJoin(cardResult, resultOfCard)
      .leftJoin(seal, sealOfCard)
      .where(inOrder(periodId, after))
      .orderBy(asc(card.personId))
      .limit(CARDS_AT_ONCE),
  );

/** Every card of a period that has something to settle or to look at, and what. */
export const cardsWithExceptions = (queries: Reads, periodId: number) =>
  byPages(async (after) => {
    const cards = await queries
      .select(who)
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .where(and(inOrder(periodId, after), hasCardException))
      .orderBy(asc(card.personId))
      .limit(CARDS_AT_ONCE);
    const last = cards.at(-1)?.personId ?? after;
    const found = byPerson(
      await exceptionsOfCards(queries, and(inOrder(periodId, after), lte(card.personId, last))),
    );
    return cards.map((one) => ({ ...one, exceptions: found.get(one.personId) ?? [] }));
  });

/** Every card of some people that reaches into a span of days, with its lines. */
export const cardsWithLines = (queries: Reads, first: Workday, last: Workday) =>
  byPages(async (after) => {
    // Whole people at once: the numbers of the next so many, which lie as far apart as they like.
    const people = await queries
      .select({ id: person.id })
      .from(person)
      .where(and(gt(person.id, after), exists(cardsOf(queries, first, last))))
      .orderBy(asc(person.id))
      .limit(CARDS_AT_ONCE);
    const [from, to] = [people[0], people.at(-1)];
    if (from === undefined || to === undefined) return [];
    return queries
      .select({ ...who, firstDay: period.firstDay, lines: cardResult.lines })
      .from(card)
      .innerJoin(cardResult, resultOfCard)
      .innerJoin(period, eq(period.id, card.periodId))
      .innerJoin(person, eq(person.id, card.personId))
      .where(
        and(lte(period.firstDay, last), gte(period.lastDay, first), between(card.personId, from.id, to.id)),
      )
      .orderBy(asc(card.personId));
  });

/** The cards of a person that reach into a span of days. */
const cardsOf = (queries: Reads, first: Workday, last: Workday) =>
  queries
    .select({ one: sql`1` })
    .from(card)
    .innerJoin(period, eq(period.id, card.periodId))
    .where(and(eq(card.personId, person.id), lte(period.firstDay, last), gte(period.lastDay, first)));

/** Everybody, in order of their numbers. */
export async function peopleByNumber(queries: Reads): Promise<number[]> {
  const rows = await queries.select({ id: person.id }).from(person).orderBy(asc(person.number));
  return rows.map(({ id }) => id);
}

/** The raw punches of these people within a span, in order of the numbers of people and of time, with where each comes from. */
export async function punchesBetween(queries: Reads, span: Span, people: readonly number[]) {
  const named = await queries
    .select({ id: person.id, number: person.number, name: person.name })
    .from(person)
    .where(inArray(person.id, [...people]))
    .orderBy(asc(person.number));
  const punches = await ownedBy(queries, people, span, (condition) =>
    queries
      .select({
        ...badgePunchColumns,
        kind: punch.kind,
        site: site.name,
        job: job.name,
        line: punch.line,
        source: punchSource.kind,
        file: importFile.name,
        device: device.name,
        user: user.name,
      })
      .from(punch)
      .innerJoin(punchSource, eq(punchSource.id, punch.sourceId))
      .leftJoin(importFile, eq(importFile.id, punchSource.importId))
      .leftJoin(device, eq(device.id, punchSource.deviceId))
      .leftJoin(user, eq(user.id, punchSource.userId))
      .innerJoin(site, siteOfPunch)
      .leftJoin(job, eq(job.id, punch.jobId))
      .where(condition)
      .orderBy(asc(punch.at), asc(punch.id)),
  );
  const punchesOf = byPerson(punches);
  return named.flatMap(({ id, number, name }) =>
    (punchesOf.get(id) ?? []).map((one) => ({ ...one, number, name })),
  );
}

const takingBack = alias(correction, 'taking_back');

/** What was corrected on the cards of a period, the oldest first; whether it was taken back since. */
export const changesOf = (queries: Reads, periodId: number, most: number) =>
  queries
    .select({
      id: correction.id,
      kind: correction.kind,
      says: correction.says,
      workday: correction.workday,
      note: correction.note,
      payableBefore: correction.payableBefore,
      payableAfter: correction.payableAfter,
      madeAt: correction.madeAt,
      by: user.name,
      together: bulk.what,
      personId: person.id,
      number: person.number,
      name: person.name,
      department: department.name,
      departmentCode: department.code,
      zone: site.zone,
      takenBack: takingBack.id,
      undoes: correction.undoes,
    })
    .from(correction)
    .innerJoin(card, and(eq(card.periodId, correction.periodId), eq(card.personId, correction.personId)))
    .innerJoin(person, eq(person.id, correction.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(site, eq(site.id, card.siteId))
    .innerJoin(user, eq(user.id, correction.madeBy))
    .leftJoin(bulk, eq(bulk.id, correction.bulkId))
    .leftJoin(takingBack, eq(takingBack.undoes, correction.id))
    .where(and(eq(correction.periodId, periodId), isNull(correction.undoes)))
    .orderBy(asc(correction.id))
    .limit(most);
