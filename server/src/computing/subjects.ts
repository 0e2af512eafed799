import { type CompiledRulebook, type PersonId, type Workday, workdayFromIso } from '@heath/core';
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
import { compiledEdition } from './rulebooks.ts';

/** One person's card in one period: who, when, under which rules, and what is stored of it. */
export interface CardSubject {
  readonly personId: PersonId;
  readonly number: string;
  readonly name: string;
  readonly department: string;
  readonly groupId: number;
  readonly siteId: number;
  /** IANA zone of the home site. */
  readonly zone: string;
  readonly periodId: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly sealed: boolean;
  readonly inputVersion: number;
  readonly payableHundredths: number;
  /** A mark a day, as stored. */
  readonly marks: string;
  readonly rulebook: CompiledRulebook;
}

/** A row of `subjectsQuery`. */
export interface SubjectRow extends Omit<CardSubject, 'firstDay' | 'lastDay' | 'sealed' | 'rulebook'> {
  readonly firstDay: string;
  readonly lastDay: string;
  readonly sealed: 0 | 1;
  readonly editionId: number | null;
}

/** The cards that a condition holds for, in order of person, each with the rulebook edition in force on its period's first day. */
export const subjectsQuery = (condition: SQL, limit: number): SQL => sql`
  SELECT ${card.personId} AS personId, ${person.number} AS number, ${person.name} AS name, ${department.name} AS department,
         ${person.groupId} AS groupId, ${person.siteId} AS siteId, ${site.zone} AS zone, ${card.periodId} AS periodId,
         ${period.firstDay} AS firstDay, ${period.lastDay} AS lastDay, ${handoff.id} IS NOT NULL AS sealed,
         ${card.inputVersion} AS inputVersion, ${card.payableHundredths} AS payableHundredths, ${card.marks} AS marks,
         (SELECT ${rulebookEdition.id} FROM ${rulebookEdition}
           WHERE ${rulebookEdition.rulebookId} = ${payGroup.rulebookId} AND ${rulebookEdition.firstDay} <= ${period.firstDay}
           ORDER BY ${rulebookEdition.edition} DESC LIMIT 1) AS editionId
    FROM ${card} JOIN ${person} ON ${person.id} = ${card.personId} JOIN ${department} ON ${department.id} = ${person.departmentId}
    JOIN ${site} ON ${site.id} = ${person.siteId} JOIN ${payGroup} ON ${payGroup.id} = ${person.groupId}
    JOIN ${period} ON ${period.id} = ${card.periodId} LEFT JOIN ${handoff} ON ${handoff.periodId} = ${card.periodId}
   WHERE ${condition}
   ORDER BY ${card.personId} LIMIT ${sql.raw(String(limit))}`;

/** The subject of a row. A pay group without a rulebook in force is an error of the set-up. */
export async function toSubject(queries: Queries, row: SubjectRow): Promise<CardSubject> {
  const { editionId, ...rest } = row;
  if (editionId === null)
    throw new Error(`Pay group ${row.groupId} has no rulebook in force on its period's first day.`);
  return {
    ...rest,
    firstDay: workdayFromIso(row.firstDay),
    lastDay: workdayFromIso(row.lastDay),
    sealed: row.sealed === 1,
    rulebook: await compiledEdition(queries, editionId),
  };
}

/** The subjects that a condition holds for. */
export async function cardSubjects(queries: Queries, condition: SQL, limit: number): Promise<CardSubject[]> {
  const [rows] = (await queries.execute(subjectsQuery(condition, limit))) as unknown as [SubjectRow[]];
  const subjects: CardSubject[] = [];
  for (const row of rows) subjects.push(await toSubject(queries, row));
  return subjects;
}
