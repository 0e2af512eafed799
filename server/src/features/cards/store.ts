import type { CardRow } from '@heath/contract';
import type { PersonId } from '@heath/core';
import { and, eq, type SQL, sql } from 'drizzle-orm';
import { sealOfCard } from '../../computing/cards.ts';
import type { Database, Reads } from '../../database/connect.ts';
import { build, select, selectValues, sendAlone } from '../../database/round-trip.ts';
import { card, department, period, person, seal } from '../../database/schema/index.ts';

/** A card of the list, value by value: see `listRows`. */
type CardValues = readonly [
  personId: number,
  departmentId: number,
  groupId: number,
  inputVersion: number,
  computedVersion: number,
  batchId: number | null,
  payableHours: number,
  toSettle: number,
  marks: string,
];
type PersonValues = readonly [id: number, number: string, name: string];

const people = selectValues<PersonValues>(
  build.select({ id: person.id, number: person.number, name: person.name }).from(person),
);
const departments = select(build.select({ id: department.id, name: department.name }).from(department));

/**
 * Everybody within reach with a card in a period, by name. Names are put in and rows are sorted here: of ten thousand, the database takes
 * 35 ms longer for it (`lists` in the bench).
 */
export async function listRows(database: Database, periodId: number, reach: SQL): Promise<CardRow[]> {
  const cards = selectValues<CardValues>(
    build
      .select({
        personId: card.personId,
        departmentId: card.departmentId,
        groupId: card.groupId,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        batchId: seal.batchId,
        payableHours: card.payableHours,
        toSettle: card.toSettle,
        marks: card.marks,
      })
      .from(card)
      .leftJoin(seal, sealOfCard)
      .where(and(eq(card.periodId, periodId), reach)),
  );
  const sent = await sendAlone(database, cards.with(), people.with(), departments.with());
  const personOf = new Map(people.rows(sent[1]).map((values) => [values[0], values]));
  const departmentOf = new Map(departments.rows(sent[2]).map(({ id, name }) => [id, name]));
  return cards
    .rows(sent[0])
    .map(([personId, departmentId, groupId, input, computed, batchId, payableHours, toSettle, marks]) => {
      const of = personOf.get(personId);
      // A sealed card shows what was handed off, an open one nothing while it is being computed.
      const isStale = batchId === null && input !== computed;
      return {
        personId: personId as PersonId,
        number: of?.[1] ?? '',
        name: of?.[2] ?? '',
        department: departmentOf.get(departmentId) ?? '',
        groupId,
        payableHours: isStale ? null : payableHours,
        toSettle: isStale ? 0 : toSettle,
        marks: isStale ? '' : marks,
      };
    })
    .sort((x, y) => inTextOrder(x.name, y.name) || inTextOrder(x.number, y.number));
}

/** As the database orders texts: by their characters. */
const inTextOrder = (a: string, b: string): number => (a === b ? 0 : a < b ? -1 : 1);

/** What the strip adds up of one card. */
export interface StripRow {
  readonly stale: 0 | 1;
  readonly sealed: 0 | 1;
  readonly clockedSeconds: number;
  readonly payableHours: number;
  readonly toSettle: number;
  /** As `PackedDays` has them. */
  readonly days: Buffer | null;
}

/** The cards within reach of a period, or of one group in it. */
export async function stripRows(
  queries: Reads,
  periodId: number,
  reach: SQL,
  groupId?: number,
): Promise<StripRow[]> {
  const ofGroup = groupId === undefined ? undefined : eq(card.groupId, groupId);
  const [rows] = await queries.execute(sql`
    SELECT ${card.inputVersion} <> ${card.computedVersion} AS stale, ${seal.batchId} IS NOT NULL AS sealed,
           ${card.clockedSeconds} AS clockedSeconds, ${card.payableHours} AS payableHours, ${card.toSettle} AS toSettle, ${card.days} AS days
      FROM ${card} LEFT JOIN ${seal} ON ${sealOfCard}
     WHERE ${and(eq(card.periodId, periodId), reach, ofGroup)}`);
  return rows as unknown as StripRow[];
}

export async function findPeriod(queries: Reads, periodId: number) {
  const [row] = await queries
    .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
    .from(period)
    .where(eq(period.id, periodId));
  return row;
}
