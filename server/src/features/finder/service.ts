import {
  type AnyLook,
  type Found,
  type FoundReply,
  isOfDays,
  LookSchema,
  partsOf,
  type Search,
  type SearchesReply,
} from '@heath/contract';
import {
  type DayAccount,
  instant,
  isWorked,
  SECONDS_PER_DAY,
  type Span,
  suspicious,
  ZoneTables,
} from '@heath/core';
import { and, eq } from 'drizzle-orm';
import * as v from 'valibot';
import { jsonOffsets } from '../../cards/view.ts';
import type { Reads } from '../../database/connect.ts';
import { card } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { accountsOf } from '../../packed/days.ts';
import { byPerson } from '../../records/by-person.ts';
import { somebody, type Who, withinReach } from '../../rights/who.ts';
import {
  type CardRow,
  cardsOf,
  doubledPunchesOf,
  type PointOf,
  peopleWithCards,
  periodsWithin,
  punchesWithoutNote,
  roundTimes,
  searchesOf,
} from './store.ts';

/** So many are shown: whoever finds more looks for something else. */
const MOST_FOUND = 5000;
/** So many people's days are looked at together. */
const PEOPLE_AT_ONCE = 500;

/** Days of everybody within reach that a look finds, by the names of people and in order of time. */
export async function find(
  { database }: Pick<Context, 'database'>,
  who: Who,
  { look, from, to, groupId }: Search,
): Promise<FoundReply> {
  const periods = await periodsWithin(database, from, to);
  const ids = periods.map(({ id }) => id);
  const reach = and(withinReach(who), groupId === null ? undefined : eq(card.groupId, groupId));
  const people = ids.length === 0 ? [] : await peopleWithCards(database, ids, reach);
  const span = {
    from: instant((from - 1) * SECONDS_PER_DAY),
    to: instant((to + 2) * SECONDS_PER_DAY),
  };
  const zones: string[] = [];
  const zoneOf = (zone: string) => {
    const known = zones.indexOf(zone);
    return known < 0 ? zones.push(zone) - 1 : known;
  };
  const found: Found[] = [];
  let cards = 0;
  for (const part of partsOf(people, PEOPLE_AT_ONCE)) {
    const run = [part[0] ?? 0, part[part.length - 1] ?? 0] as const;
    const rows = await cardsOf(database, ids, run, reach, look.what === 'no-job');
    const points = byPerson(await pointsOf(database, look, part, span));
    cards += rows.length;
    for (const [personId, own] of byPerson(rows)) {
      const days = own.flatMap((row) =>
        accountsOf(row.days, row.firstDay, from, to).map((account) => ({ row, account })),
      );
      for (const day of foundIn(look, days, points.get(personId) ?? []))
        found.push(asFound(day, zoneOf(day.row.zone)));
    }
  }
  found.sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.workday - b.workday));
  const tables = ZoneTables.around(span.from, span.to);
  return {
    zones: zones.map((zone) => jsonOffsets(tables.of(zone))),
    found: found.slice(0, MOST_FOUND),
    cards,
    isCut: found.length > MOST_FOUND,
  };
}

interface DayOfCard {
  readonly row: CardRow;
  readonly account: DayAccount;
}

interface FoundDay extends DayOfCard {
  readonly measured: number;
  /** Raw punches that are one too many. */
  readonly doubled?: readonly number[];
}

/** What a look finds on the days of one person. */
function foundIn(look: AnyLook, days: readonly DayOfCard[], points: readonly PointOf[]): FoundDay[] {
  if (isOfDays(look)) {
    const rowOf = new Map(days.map(({ row, account }) => [account, row]));
    return suspicious(
      days.map(({ account }) => account),
      look,
    ).flatMap(({ account, measured }) => {
      const row = rowOf.get(account);
      return row === undefined ? [] : [{ row, account, measured }];
    });
  }
  if (look.what === 'no-job')
    return days.flatMap((day) => {
      const measured = hoursWithoutJob(day);
      return measured === 0 ? [] : [{ ...day, measured }];
    });
  return days.flatMap((day) => {
    const { from, to } = day.account;
    const own = points.filter(({ at }) => from !== null && to !== null && at >= from && at <= to);
    const doubled = own.flatMap((point) => point.doubled ?? []);
    return own.length === 0 ? [] : [{ ...day, measured: own.length, doubled }];
  });
}

/** Hours worked on a day that no job is said of; premiums lie beside them. */
const hoursWithoutJob = ({ row: { lines }, account: { workday } }: DayOfCard): number =>
  (lines ?? []).reduce(
    (sum, line) =>
      sum + (line.workday === workday && line.job === null && isWorked(line.classId) ? line.hours : 0),
    0,
  );

/** What a look asks of punches and corrections; nothing where it asks of days alone. */
async function pointsOf(
  queries: Reads,
  { what }: AnyLook,
  people: readonly number[],
  span: Span,
): Promise<PointOf[]> {
  if (what === 'no-note') return punchesWithoutNote(queries, people, span);
  if (what === 'doubled') return doubledPunchesOf(queries, people, span);
  return what === 'round' ? roundTimes(queries, people, span) : [];
}

const asFound = ({ row, account, measured, doubled = [] }: FoundDay, zone: number): Found => {
  const { periodId, batchId, personId, number, name, department } = row;
  const { workday, from, to, payableHours } = account;
  return {
    periodId,
    sealed: batchId !== null,
    personId,
    number,
    name,
    department,
    workday,
    zone,
    from,
    to,
    payableHours,
    measured,
    doubled,
  };
};

/** What somebody looks for again and again; one that cannot be read any more is left out. */
export async function listSearches(queries: Reads, who: Who): Promise<SearchesReply> {
  const rows = await searchesOf(queries, somebody(who));
  return {
    searches: rows.flatMap(({ look, ...row }) => {
      const read = v.safeParse(LookSchema, look);
      return read.success ? [{ ...row, look: read.output }] : [];
    }),
  };
}
