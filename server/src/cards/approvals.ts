import type { ApprovalState, CardReply } from '@heath/contract';
import { instantToIso, type Workday } from '@heath/core';
import { and, desc, eq, inArray, isNull, type Placeholder, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Reads } from '../database/connect.ts';
import { build, select } from '../database/round-trip.ts';
import { approval, payGroup, user } from '../database/schema/index.ts';
import type { Among } from '../records/among.ts';
import { byPerson } from '../records/by-person.ts';
import { isOnPage, PAGE_TO_COME, type Page } from '../records/pages.ts';

const undoing = alias(approval, 'undoing');
/** Join condition: `undoing` withdraws the approval. */
const isUndoing = eq(undoing.undoes, approval.id);
/** Condition on approvals joined to `undoing`: nobody withdrew it. */
const isActive = and(isNull(approval.undoes), isNull(undoing.id));
/** The same, of cards as a whole and not of single days. */
const isActiveOfCard = and(isActive, isNull(approval.workday));

type Builds = Pick<Reads, 'select'> | typeof build;

/** Active approvals of these people's cards in a period, with the fingerprint that they approved, oldest first. */
export const approvalsSelect = (among: Among) =>
  select(
    build
      .select({
        personId: approval.personId,
        by: user.name,
        madeBy: approval.madeBy,
        madeAt: approval.madeAt,
        fingerprint: approval.fingerprint,
        payableHours: approval.payableHours,
      })
      .from(approval)
      .innerJoin(user, eq(user.id, approval.madeBy))
      .leftJoin(undoing, isUndoing)
      .where(
        and(eq(approval.periodId, sql.placeholder('periodId')), among(approval.personId), isActiveOfCard),
      )
      .orderBy(approval.id),
  );
export type ApprovalRow = ReturnType<ReturnType<typeof approvalsSelect>['rows']>[number];

/** Number of active approvals per card and fingerprint, of the cards of a period: all of them, or those on a page. */
export const activeApprovals = (
  queries: Builds,
  periodId: number | Placeholder,
  page?: Page | typeof PAGE_TO_COME,
) =>
  queries
    .select({
      personId: approval.personId,
      fingerprint: approval.fingerprint,
      people: sql<number>`COUNT(DISTINCT ${approval.madeBy})`.as('people'),
    })
    .from(approval)
    .leftJoin(undoing, isUndoing)
    .where(and(eq(approval.periodId, periodId), page && isOnPage(approval.personId, page), isActiveOfCard))
    .groupBy(approval.personId, approval.fingerprint);

/** `activeApprovals` as a select to be sent with others. */
export const standingSelect = select(activeApprovals(build, sql.placeholder('periodId'), PAGE_TO_COME));

/** Active approvals of one day of the cards of a period on a page, with the fingerprint of the day that they approved. */
export const dayApprovalsSelect = select(
  build
    .select({ personId: approval.personId, fingerprint: approval.fingerprint })
    .from(approval)
    .leftJoin(undoing, isUndoing)
    .where(
      and(
        eq(approval.periodId, sql.placeholder('periodId')),
        eq(approval.workday, sql.placeholder('workday')),
        isOnPage(approval.personId, PAGE_TO_COME),
        isActive,
      ),
    ),
);

/**
 * Active approvals of these people's cards in a period, newest first.
 *
 * @param day of this day alone; undefined for those of cards as a whole
 */
export const activeApprovalsOf = (
  queries: Reads,
  periodId: number,
  people: readonly number[],
  day: Workday | undefined,
) =>
  queries
    .select({
      id: approval.id,
      personId: approval.personId,
      fingerprint: approval.fingerprint,
      madeBy: approval.madeBy,
    })
    .from(approval)
    .leftJoin(undoing, isUndoing)
    .where(
      and(
        eq(approval.periodId, periodId),
        inArray(approval.personId, [...people]),
        day === undefined ? isActiveOfCard : and(isActive, eq(approval.workday, day)),
      ),
    )
    .orderBy(desc(approval.id));

/** Number of people who must approve a card, by pay group. */
export const neededSelect = select(
  build.select({ groupId: payGroup.id, needed: payGroup.approvals }).from(payGroup),
);

/**
 * Approval state of a card.
 *
 * @param current how many people stand for it as it is
 * @param ever whether somebody stands for it as it was before
 */
function approvalState(current: number, needed: number, ever: boolean): ApprovalState {
  if (current >= needed) return 'approved';
  if (current > 0) return 'waits';
  return ever ? 'changed' : 'none';
}

/** Returns a function that gives the approval state of each card of a period, from the active approvals per fingerprint. */
export function approvalStates(
  standing: readonly ReturnType<typeof standingSelect.rows>[number][],
  needed: readonly ReturnType<typeof neededSelect.rows>[number][],
): (personId: number, groupId: number, fingerprint: number) => ApprovalState {
  const neededBy = new Map(needed.map(({ groupId, needed: people }) => [groupId, people]));
  const standingOf = byPerson(standing);
  return (personId, groupId, fingerprint) => {
    const own = standingOf.get(personId);
    if (own === undefined) return 'none';
    const current = own.find((one) => one.fingerprint === fingerprint)?.people ?? 0;
    return approvalState(current, neededBy.get(groupId) ?? 1, true);
  };
}

/** Approval state of one card that has this fingerprint. */
export function stateOf(rows: readonly ApprovalRow[], fingerprint: number, needed: number): ApprovalState {
  const current = new Set(rows.filter((row) => row.fingerprint === fingerprint).map(({ madeBy }) => madeBy));
  return approvalState(current.size, needed, rows.length > 0);
}

/** Approvals as the card shows them. */
export const approvalViews = (rows: readonly ApprovalRow[], fingerprint: number): CardReply['approvals'] =>
  rows.map(({ by, madeAt, fingerprint: of, payableHours }) => ({
    by,
    madeAt: instantToIso(madeAt),
    stands: of === fingerprint,
    payableHours,
  }));
