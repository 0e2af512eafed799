import type { CompiledRulebook, PersonId, Workday } from '@heath/core';
import { and, desc, eq, lte, type SQL, sql } from 'drizzle-orm';
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
  readonly days: Int32Array | null;
  readonly rulebook: CompiledRulebook;
}

/** The cards that a condition holds for, in order of person. A pay group without a rulebook in force is an error of the set-up. */
export async function cardSubjects(
  queries: Queries,
  condition: SQL | undefined,
  limit: number,
): Promise<CardSubject[]> {
  const edition = queries
    .select({ id: rulebookEdition.id })
    .from(rulebookEdition)
    .where(
      and(
        eq(rulebookEdition.rulebookId, payGroup.rulebookId),
        lte(rulebookEdition.firstDay, period.firstDay),
      ),
    )
    .orderBy(desc(rulebookEdition.edition))
    .limit(1);
  const rows = await queries
    .select({
      personId: card.personId,
      number: person.number,
      name: person.name,
      department: department.name,
      groupId: person.groupId,
      siteId: person.siteId,
      zone: site.zone,
      periodId: card.periodId,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      handoffId: handoff.id,
      inputVersion: card.inputVersion,
      payableHundredths: card.payableHundredths,
      days: card.days,
      editionId: sql<number | null>`(${edition})`,
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .innerJoin(department, eq(department.id, person.departmentId))
    .innerJoin(site, eq(site.id, person.siteId))
    .innerJoin(payGroup, eq(payGroup.id, person.groupId))
    .innerJoin(period, eq(period.id, card.periodId))
    .leftJoin(handoff, eq(handoff.periodId, card.periodId))
    .where(condition)
    .orderBy(card.personId)
    .limit(limit);
  const subjects: CardSubject[] = [];
  for (const { editionId, handoffId, ...row } of rows) {
    if (editionId === null)
      throw new Error(`Pay group ${row.groupId} has no rulebook in force on its period's first day.`);
    subjects.push({
      ...row,
      personId: row.personId as PersonId,
      sealed: handoffId !== null,
      rulebook: await compiledEdition(queries, editionId),
    });
  }
  return subjects;
}

/** One card; undefined where the person has none in this period. */
export async function cardSubject(
  queries: Queries,
  periodId: number,
  personId: number,
): Promise<CardSubject | undefined> {
  const [subject] = await cardSubjects(
    queries,
    and(eq(card.periodId, periodId), eq(card.personId, personId)),
    1,
  );
  return subject;
}
