import { and, eq, type SQL, sql } from 'drizzle-orm';
import type { Queries } from '../../database/connect.ts';
import { card, department, period, person, seal } from '../../database/schema/index.ts';

/** A row of the list, as the database has it. */
export interface ListRow {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly department: string;
  readonly groupId: number;
  readonly stale: 0 | 1;
  readonly sealed: 0 | 1;
  readonly payableHours: number;
  readonly toSettle: number;
  readonly marks: string;
}

const withSeal = sql`LEFT JOIN ${seal} ON ${seal.periodId} = ${card.periodId} AND ${seal.groupId} = ${card.groupId}`;

/**
 * Everybody within reach with a card in a period, by name. Read as it comes: at ten thousand rows, mapping them costs more than reading
 * them.
 */
export async function listRows(queries: Queries, periodId: number, reach: SQL): Promise<ListRow[]> {
  const [rows] = await queries.execute(sql`
    SELECT ${card.personId} AS personId, ${person.number} AS number, ${person.name} AS name, ${department.name} AS department,
           ${card.groupId} AS groupId, ${card.inputVersion} <> ${card.computedVersion} AS stale, ${seal.batchId} IS NOT NULL AS sealed,
           ${card.payableHours} AS payableHours, ${card.toSettle} AS toSettle, ${card.marks} AS marks
      FROM ${card} JOIN ${person} ON ${person.id} = ${card.personId} JOIN ${department} ON ${department.id} = ${card.departmentId} ${withSeal}
     WHERE ${and(eq(card.periodId, periodId), reach)}
     ORDER BY ${person.name}, ${person.number}`);
  return rows as unknown as ListRow[];
}

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
  queries: Queries,
  periodId: number,
  reach: SQL,
  groupId?: number,
): Promise<StripRow[]> {
  const ofGroup = groupId === undefined ? undefined : eq(card.groupId, groupId);
  const [rows] = await queries.execute(sql`
    SELECT ${card.inputVersion} <> ${card.computedVersion} AS stale, ${seal.batchId} IS NOT NULL AS sealed,
           ${card.clockedSeconds} AS clockedSeconds, ${card.payableHours} AS payableHours, ${card.toSettle} AS toSettle, ${card.days} AS days
      FROM ${card} ${withSeal}
     WHERE ${and(eq(card.periodId, periodId), reach, ofGroup)}`);
  return rows as unknown as StripRow[];
}

export async function findPeriod(queries: Queries, periodId: number) {
  const [row] = await queries
    .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
    .from(period)
    .where(eq(period.id, periodId));
  return row;
}
