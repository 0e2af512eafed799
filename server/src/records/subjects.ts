import type { CompiledRulebook, Editions, PersonId, Workday } from '@heath/core';
import { eq, type SQL, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build, select, selects } from '../database/round-trip.ts';
import {
  card,
  dayLock,
  department,
  payGroup,
  period,
  person,
  seal,
  site,
  wholeFingerprint,
} from '../database/schema/index.ts';
import type { Among } from './among.ts';
import { type AssignmentRow, assignmentsSelect, editionsOf } from './assignments.ts';
import { byPerson } from './by-person.ts';
import { byRulebook, editionIdsSelect } from './rulebooks.ts';
import { sealOfCard } from './sealed.ts';

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
  /** What is paid for days up to this one stays as it is; null: no day is locked. */
  readonly lockedUntil: Workday | null;
  /** Number of people who must approve it before it counts as approved. */
  readonly approvalsNeeded: number;
  readonly inputVersion: number;
  readonly computedVersion: number;
  /** As stored: of the amounts that stand on it, and of the whole card. */
  readonly amountsFingerprint: number;
  readonly fingerprint: number;
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

/** What the computation asks of a card: whose it is, when, and what held of them. */
export type CardToCompute = Pick<
  CardSubject,
  'periodId' | 'personId' | 'firstDay' | 'lastDay' | 'assignments' | 'editions'
>;

/** The lock that holds: the latest. */
const isLatestLock = eq(dayLock.id, sql`(SELECT MAX(latest.id) FROM ${dayLock} latest)`);

/** The one card that a condition holds for. */
const cardSelect = (condition: SQL) =>
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
        approvalsNeeded: payGroup.approvals,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        amountsFingerprint: card.amountsFingerprint,
        fingerprint: wholeFingerprint,
        payableHours: card.payableHours,
        marks: card.marks,
        lockedUntil: dayLock.until,
      })
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .innerJoin(department, eq(department.id, card.departmentId))
      .innerJoin(site, eq(site.id, card.siteId))
      .innerJoin(period, eq(period.id, card.periodId))
      .innerJoin(payGroup, eq(payGroup.id, card.groupId))
      .leftJoin(seal, sealOfCard)
      .leftJoin(dayLock, isLatestLock)
      .where(condition),
  );

/** What tells what held of some people. */
export const heldSelects = (among: Among) => ({
  assignments: assignmentsSelect(among),
  editions: editionIdsSelect,
});
interface HeldRows {
  readonly assignments: readonly AssignmentRow[];
  readonly editions: Parameters<typeof byRulebook>[0];
}

/** One card and what tells what held of its person. */
export const subjectSelects = (condition: SQL, among: Among) =>
  selects({ cards: cardSelect(condition), ...heldSelects(among) });

/** What held of each of some people, in their order, from one day to another. */
export async function held(
  queries: Reads,
  people: readonly number[],
  { firstDay, lastDay }: Pick<CardSubject, 'firstDay' | 'lastDay'>,
  rows: HeldRows,
): Promise<Pick<CardSubject, 'assignments' | 'editions'>[]> {
  const assignmentsOf = byPerson(rows.assignments);
  const ids = byRulebook(rows.editions);
  const all = [];
  for (const person of people) {
    const assignments = assignmentsOf.get(person) ?? [];
    all.push({ assignments, editions: await editionsOf(queries, ids, assignments, firstDay, lastDay) });
  }
  return all;
}

/** The subjects of the rows of some cards of one period, in the order of those. */
export async function toSubjects(
  queries: Reads,
  rows: ReturnType<ReturnType<typeof subjectSelects>['rows']>,
): Promise<CardSubject[]> {
  const [first] = rows.cards;
  if (first === undefined) return [];
  const people = rows.cards.map(({ personId }) => personId);
  const heldBy = await held(queries, people, first, rows);
  return rows.cards.flatMap(({ batchId, ...card }, i): CardSubject[] => {
    const own = heldBy[i];
    if (own === undefined) return [];
    const rulebook = own.editions.on(card.lastDay);
    return [{ ...card, ...own, personId: card.personId as PersonId, sealed: batchId !== null, rulebook }];
  });
}
