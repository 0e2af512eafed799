import type { CompiledRulebook, Editions, PersonId, Workday } from '@heath/core';
import { eq, type SQL } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build, type Select, type Selects, select, selects } from '../database/round-trip.ts';
import { card, department, period, person, seal, site } from '../database/schema/index.ts';
import { type AssignmentRow, assignmentsSelect, editionsOf } from './assignments.ts';
import { sealOfCard } from './cards.ts';
import { byRulebook, editionIdsSelect } from './rulebooks.ts';

/** One person's card in one period: who, when, under which rules, and what is stored of it. */
export interface CardSubject {
  readonly personId: PersonId;
  readonly number: string;
  readonly name: string;
  /** Its group, department and site are those of the card: where this person is listed in the period. */
  readonly department: string;
  readonly groupId: number;
  readonly departmentId: number;
  readonly siteId: number;
  readonly supervisorId: number | null;
  /** IANA zone of the site. */
  readonly zone: string;
  readonly periodId: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly sealed: boolean;
  readonly inputVersion: number;
  readonly computedVersion: number;
  readonly payableHours: number;
  /** A mark a day, as stored. */
  readonly marks: string;
  /** What held of this person, oldest first. */
  readonly assignments: readonly AssignmentRow[];
  /** Those in force within the period's reach. */
  readonly editions: Editions;
  /** The one in force on the period's last day. */
  readonly rulebook: CompiledRulebook;
}

/** The cards that a condition holds for, in order of person. */
const cardsSelect = (condition: SQL, limit: number) =>
  select(
    build
      .select({
        personId: card.personId,
        number: person.number,
        name: person.name,
        department: department.name,
        groupId: card.groupId,
        departmentId: card.departmentId,
        siteId: card.siteId,
        supervisorId: card.supervisorId,
        zone: site.zone,
        periodId: card.periodId,
        firstDay: period.firstDay,
        lastDay: period.lastDay,
        batchId: seal.batchId,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        payableHours: card.payableHours,
        marks: card.marks,
      })
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .innerJoin(department, eq(department.id, card.departmentId))
      .innerJoin(site, eq(site.id, card.siteId))
      .innerJoin(period, eq(period.id, card.periodId))
      .leftJoin(seal, sealOfCard)
      .where(condition)
      .orderBy(card.personId)
      .limit(limit),
  );
type CardRow = ReturnType<ReturnType<typeof cardsSelect>['rows']>[number];

/** What a subject is made of. */
export type SubjectSelects = Selects<{
  readonly cards: Select<CardRow>;
  readonly assignments: Select<AssignmentRow>;
  readonly editions: typeof editionIdsSelect;
}>;

/**
 * Cards, and what held of their people.
 *
 * @param condition of the cards
 * @param among whose they are
 */
export const subjectSelects = (
  condition: SQL,
  among: Parameters<typeof assignmentsSelect>[0],
  limit: number,
): SubjectSelects =>
  selects({
    cards: cardsSelect(condition, limit),
    assignments: assignmentsSelect(among),
    editions: editionIdsSelect,
  });

/** The subjects of rows. */
export async function toSubjects(
  queries: Reads,
  rows: ReturnType<SubjectSelects['rows']>,
): Promise<CardSubject[]> {
  const assignments = new Map<number, AssignmentRow[]>();
  for (const row of rows.assignments) {
    const own = assignments.get(row.personId);
    if (own === undefined) assignments.set(row.personId, [row]);
    else own.push(row);
  }
  const ids = byRulebook(rows.editions);
  const subjects: CardSubject[] = [];
  for (const { batchId, ...row } of rows.cards) {
    const { firstDay, lastDay } = row;
    const own = assignments.get(row.personId) ?? [];
    const editions = await editionsOf(queries, ids, own, firstDay, lastDay);
    const personId = row.personId as PersonId;
    const sealed = batchId !== null;
    subjects.push({ ...row, personId, sealed, assignments: own, editions, rulebook: editions.on(lastDay) });
  }
  return subjects;
}
