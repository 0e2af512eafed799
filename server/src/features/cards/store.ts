import { APPROVAL_STATES, type CardsReply } from '@heath/contract';
import type { PersonId } from '@heath/core';
import { and, eq, type SQL, sql } from 'drizzle-orm';
import { none } from '../../base/none.ts';
import { activeApprovals, approvalStates, neededSelect, standingSelect } from '../../cards/approvals.ts';
import { resultOfCard } from '../../cards/result-of-card.ts';
import type { Database, Reads } from '../../database/connect.ts';
import { build, select, selectValues, sendAlone } from '../../database/round-trip.ts';
import { card, cardResult, payGroup, seal, wholeFingerprint } from '../../database/schema/index.ts';
import { isOnPage, type Page, readPageAfter } from '../../records/pages.ts';
import { byName, departmentNames, peopleOnPage } from '../../records/people.ts';
import { sealOfCard } from '../../records/sealed.ts';

/** A card of the list, value by value: see `cardsByName`. */
type CardValues = readonly [
  personId: number,
  departmentId: number,
  groupId: number,
  inputVersion: number,
  computedVersion: number,
  payableHours: number,
  toSettle: number,
  marks: string,
  fingerprint: number,
];
const sealedGroups = (periodId: number) =>
  select(build.select({ groupId: seal.groupId }).from(seal).where(eq(seal.periodId, periodId)));

/**
 * Everybody within reach on a page with a card in a period, by name. What belongs together is put together here, and people and cards are read at the
 * same time: of ten thousand, one select with joins takes 50 ms longer (`lists` in the bench).
 */
export async function cardsByName(
  database: Database,
  periodId: number,
  reach: SQL,
  page: Page,
): Promise<CardsReply> {
  const cards = selectValues<CardValues>(
    build
      .select({
        personId: card.personId,
        departmentId: card.departmentId,
        groupId: card.groupId,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        payableHours: card.payableHours,
        toSettle: card.toSettle,
        marks: card.marks,
        fingerprint: wholeFingerprint,
      })
      .from(card)
      .where(and(eq(card.periodId, periodId), isOnPage(card.personId, page), reach)),
  );
  const sealed = sealedGroups(periodId);
  const [[people], [ofCards, ofDepartments, ofSeals, ofStanding, ofNeeded], next] = await Promise.all([
    sendAlone(database, peopleOnPage(page)),
    sendAlone(
      database,
      cards.with(),
      departmentNames.with(),
      sealed.with(),
      standingSelect.with({ periodId, ...page }),
      neededSelect.with(),
    ),
    readPageAfter(database, page),
  ]);
  const stateOfCard = approvalStates(standingSelect.rows(ofStanding), neededSelect.rows(ofNeeded));
  const cardOf = new Map(cards.rows(ofCards).map((values) => [values[0], values]));
  const namesOfDepartments = departmentNames.rows(ofDepartments);
  const placeOf = new Map(namesOfDepartments.map(({ id }, place) => [id, place]));
  const isSealed = new Set(sealed.rows(ofSeals).map(({ groupId }) => groupId));
  const list = {
    departments: namesOfDepartments.map(({ name }) => name),
    personId: none<PersonId>(),
    number: [] as string[],
    name: [] as string[],
    department: [] as number[],
    groupId: [] as number[],
    payableHours: [] as (number | null)[],
    toSettle: [] as number[],
    marks: [] as string[],
    approval: [] as number[],
    next,
  };
  for (const [personId, number, name] of byName(people)) {
    const values = cardOf.get(personId);
    if (values === undefined) continue;
    const [, departmentId, groupId, input, computed, payableHours, toSettle, marks, fingerprint] = values;
    // A sealed card shows what was handed off, an open one nothing while it is being computed.
    const isStale = input !== computed && !isSealed.has(groupId);
    list.personId.push(personId);
    list.number.push(number);
    list.name.push(name);
    list.department.push(placeOf.get(departmentId) ?? -1);
    list.groupId.push(groupId);
    list.payableHours.push(isStale ? null : payableHours);
    list.toSettle.push(isStale ? 0 : toSettle);
    list.marks.push(isStale ? '' : marks);
    const state = stateOfCard(personId, groupId, fingerprint);
    list.approval.push(APPROVAL_STATES.indexOf(state));
  }
  return list;
}

/** Rows of the cards within reach on a page, of one pay group or of all, whose values the strip adds up; and the number of the page that follows. */
export async function stripRows(
  queries: Reads,
  periodId: number,
  reach: SQL,
  page: Page,
  groupId: number | undefined,
) {
  const active = activeApprovals(build, periodId, page).as('active');
  const [rows, next] = await Promise.all([
    queries
      .select({
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        batchId: seal.batchId,
        /** How many approve it as it is, and how many must. */
        approvals: sql<number>`COALESCE(${active.people}, 0)`.mapWith(Number),
        approvalsNeeded: payGroup.approvals,
        clockedSeconds: card.clockedSeconds,
        payableHours: card.payableHours,
        toSettle: card.toSettle,
        /** As `packDays` has them; null until the card is computed. */
        days: cardResult.days,
      })
      .from(card)
      .innerJoin(payGroup, eq(payGroup.id, card.groupId))
      .leftJoin(cardResult, resultOfCard)
      .leftJoin(seal, sealOfCard)
      .leftJoin(active, and(eq(active.personId, card.personId), eq(active.fingerprint, wholeFingerprint)))
      .where(
        and(
          eq(card.periodId, periodId),
          isOnPage(card.personId, page),
          reach,
          groupId === undefined ? undefined : eq(card.groupId, groupId),
        ),
      ),
    readPageAfter(queries, page),
  ]);
  return [rows, next] as const;
}
export type StripRow = Awaited<ReturnType<typeof stripRows>>[0][number];
