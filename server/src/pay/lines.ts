import type { Line, MappingRule, PayLine, Workday } from '@heath/core';
import { and, asc, eq, inArray } from 'drizzle-orm';
import { resultOfCard } from '../cards/result-of-card.ts';
import type { Database, Reads } from '../database/connect.ts';
import {
  card,
  cardResult,
  costCenter,
  department,
  job,
  payGroup,
  person,
  seal,
  site,
  wholeFingerprint,
} from '../database/schema/index.ts';
import { sealOfCard } from '../records/sealed.ts';
import { standingAmounts } from './amounts.ts';
import { holidaysOf } from './holidays.ts';

const CARDS_AT_ONCE = 100;

/** Codes and names of the places, jobs and groups that lines refer to, by id. */
export async function placesByNumber(queries: Reads) {
  const of = async (table: typeof department | typeof site | typeof costCenter | typeof payGroup) => {
    const rows = await queries.select({ id: table.id, code: table.code, name: table.name }).from(table);
    return new Map(rows.map((row) => [row.id, row]));
  };
  const jobs = await queries.select({ id: job.id, code: job.code, name: job.name, type: job.type }).from(job);
  return {
    jobs: new Map(jobs.map((row) => [row.id, row])),
    departments: await of(department),
    sites: await of(site),
    costCenters: await of(costCenter),
    groups: await of(payGroup),
  };
}
export type PlacesByNumber = Awaited<ReturnType<typeof placesByNumber>>;

/** What is known of a card beside its lines. */
export interface CardOfLines {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly groupId: number;
  readonly departmentId: number;
  readonly siteId: number;
  readonly isComputed: boolean;
  /** What an approval of it must have approved. */
  readonly fingerprint: number;
  readonly toSettle: number;
  readonly payableHours: number;
  readonly lastDay: Workday | null;
  readonly lines: readonly PayLine[];
}

/** Which cards: those of some pay groups in a period; of one person alone. */
export interface WhichCards {
  readonly periodId: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly groups: readonly number[];
  readonly people?: readonly number[];
}

/** Whether some rule asks what day it is, so that calendars must be read. */
export const asksForHolidays = (rules: readonly MappingRule[]): boolean =>
  rules.some(({ when }) => when.days !== undefined);

/** A line of a card as files and mappings know it. */
export function payLine(
  line: Line,
  { number, groupId }: { readonly number: string; readonly groupId: number },
  places: PlacesByNumber,
  isHoliday: boolean,
): PayLine {
  const { workday, classId, multiplier, rule, seconds, hours } = line;
  const worked = line.job === null ? undefined : places.jobs.get(line.job);
  return {
    person: number,
    group: places.groups.get(groupId)?.code ?? '',
    workday,
    isHoliday,
    classId,
    multiplier,
    rule,
    job: worked?.code ?? null,
    jobType: worked?.type ?? null,
    department: line.department === null ? null : (places.departments.get(line.department)?.code ?? null),
    site: line.site === null ? null : (places.sites.get(line.site)?.code ?? null),
    costCenter: line.costCenter === null ? null : (places.costCenters.get(line.costCenter)?.code ?? null),
    seconds,
    hours,
  };
}

const NEVER = () => false;

/**
 * The lines of some cards, some hundred cards at a time, in order of the number of the person. Cards that are being computed have none.
 *
 * @param queries reads the cards: a transaction, where they must not change meanwhile
 */
export async function* linesOfCards(
  database: Database,
  queries: Reads,
  which: WhichCards,
  places: PlacesByNumber,
  withHolidays: boolean,
): AsyncGenerator<readonly CardOfLines[]> {
  if (which.groups.length === 0) return;
  const of = [
    eq(card.periodId, which.periodId),
    inArray(card.groupId, [...which.groups]),
    ...(which.people === undefined ? [] : [inArray(card.personId, [...which.people])]),
  ];
  // First who they are, in order: to order whole cards, the database would carry all their lines about for each page.
  const ordered = await queries
    .select({ personId: card.personId })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .where(and(...of))
    .orderBy(asc(person.number));
  for (let from = 0; from < ordered.length; from += CARDS_AT_ONCE) {
    const ids = ordered.slice(from, from + CARDS_AT_ONCE).map(({ personId }) => personId);
    const placeOf = new Map(ids.map((id, place) => [id, place]));
    const found = await queries
      .select({
        personId: person.id,
        number: person.number,
        name: person.name,
        lastDay: person.lastDay,
        groupId: card.groupId,
        departmentId: card.departmentId,
        siteId: card.siteId,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        fingerprint: wholeFingerprint,
        batchId: seal.batchId,
        toSettle: card.toSettle,
        payableHours: card.payableHours,
        lines: cardResult.lines,
      })
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .leftJoin(cardResult, resultOfCard)
      .leftJoin(seal, sealOfCard)
      .where(and(...of, inArray(card.personId, ids)));
    const rows = found.sort((x, y) => (placeOf.get(x.personId) ?? 0) - (placeOf.get(y.personId) ?? 0));
    const isHoliday = withHolidays
      ? await holidaysOf(
          database,
          which,
          [...ids].sort((a, b) => a - b),
        )
      : NEVER;
    const amounts = await standingAmounts(queries, which.periodId, ids);
    yield rows.map((row) => {
      // What was sealed stays what it was then, whatever came in since.
      const isComputed = row.inputVersion === row.computedVersion || row.batchId !== null;
      const lines = isComputed ? [...(row.lines ?? []), ...(amounts.get(row.personId) ?? [])] : [];
      return {
        personId: row.personId,
        number: row.number,
        name: row.name,
        groupId: row.groupId,
        departmentId: row.departmentId,
        siteId: row.siteId,
        isComputed,
        fingerprint: row.fingerprint,
        toSettle: row.toSettle,
        payableHours: isComputed ? row.payableHours : 0,
        lastDay: row.lastDay,
        lines: lines
          .filter(({ hours, seconds }) => hours !== 0 || seconds !== 0)
          .map((line) => payLine(line, row, places, isHoliday(row.personId, line.workday))),
      };
    });
  }
}
