import {
  type CompiledRulebook,
  type DepartmentId,
  type Editions,
  type PersonId,
  type Workday,
  workdayFromIso,
} from '@heath/core';
import { type SQL, sql } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import {
  card,
  department,
  handoff,
  payGroup,
  period,
  person,
  rulebookEdition,
  site,
} from '../database/schema.ts';
import { editionsOf } from './rulebooks.ts';

/** One person's card in one period: who, when, under which rules, and what is stored of it. */
export interface CardSubject {
  readonly personId: PersonId;
  readonly number: string;
  readonly name: string;
  readonly department: string;
  /** The home department: where punches that name none belong. */
  readonly departmentId: DepartmentId;
  readonly groupId: number;
  readonly siteId: number;
  /** IANA zone of the home site. */
  readonly zone: string;
  readonly periodId: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly sealed: boolean;
  readonly inputVersion: number;
  readonly payableHours: number;
  /** A mark a day, as stored. */
  readonly marks: string;
  /** Those in force within the period's reach. */
  readonly editions: Editions;
  /** The one in force on the period's last day. */
  readonly rulebook: CompiledRulebook;
}

/** A row of `subjectsQuery`. */
export interface SubjectRow
  extends Omit<CardSubject, 'firstDay' | 'lastDay' | 'sealed' | 'editions' | 'rulebook'> {
  readonly firstDay: string;
  readonly lastDay: string;
  readonly sealed: 0 | 1;
  /** Ids of the rulebook's editions, oldest first. */
  readonly editionIds: string | null;
}

/** The cards that a condition holds for, in order of person, each with the editions of its rulebook. */
export const subjectsQuery = (condition: SQL, limit: number): SQL => sql`
  SELECT ${card.personId} AS personId, ${person.number} AS number, ${person.name} AS name, ${department.name} AS department, ${department.id} AS departmentId,
         ${person.groupId} AS groupId, ${person.siteId} AS siteId, ${site.zone} AS zone, ${card.periodId} AS periodId,
         ${period.firstDay} AS firstDay, ${period.lastDay} AS lastDay, ${handoff.id} IS NOT NULL AS sealed,
         ${card.inputVersion} AS inputVersion, ${card.payableHours} AS payableHours, ${card.marks} AS marks,
         (SELECT GROUP_CONCAT(${rulebookEdition.id} ORDER BY ${rulebookEdition.firstDay}, ${rulebookEdition.edition}) FROM ${rulebookEdition}
           WHERE ${rulebookEdition.rulebookId} = ${payGroup.rulebookId}) AS editionIds
    FROM ${card} JOIN ${person} ON ${person.id} = ${card.personId} JOIN ${department} ON ${department.id} = ${person.departmentId}
    JOIN ${site} ON ${site.id} = ${person.siteId} JOIN ${payGroup} ON ${payGroup.id} = ${person.groupId}
    JOIN ${period} ON ${period.id} = ${card.periodId} LEFT JOIN ${handoff} ON ${handoff.periodId} = ${card.periodId}
   WHERE ${condition}
   ORDER BY ${card.personId} LIMIT ${sql.raw(String(limit))}`;

/** The subject of a row. A pay group whose rulebook has no edition is an error of the set-up. */
export async function toSubject(queries: Queries, row: SubjectRow): Promise<CardSubject> {
  const { editionIds, ...rest } = row;
  if (editionIds === null) throw new Error(`The rulebook of pay group ${row.groupId} has no edition.`);
  const firstDay = workdayFromIso(row.firstDay);
  const lastDay = workdayFromIso(row.lastDay);
  const editions = await editionsOf(queries, editionIds, firstDay, lastDay);
  return { ...rest, firstDay, lastDay, sealed: row.sealed === 1, editions, rulebook: editions.on(lastDay) };
}

/** The subjects that a condition holds for. */
export async function cardSubjects(queries: Queries, condition: SQL, limit: number): Promise<CardSubject[]> {
  const [rows] = (await queries.execute(subjectsQuery(condition, limit))) as unknown as [SubjectRow[]];
  const subjects: CardSubject[] = [];
  for (const row of rows) subjects.push(await toSubject(queries, row));
  return subjects;
}
