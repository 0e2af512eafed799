import { and, eq } from 'drizzle-orm';
import type { Queries } from '../../database/connect.ts';
import {
  card,
  correction,
  department,
  payCode,
  payCodeClass,
  period,
  person,
  user,
} from '../../database/schema.ts';

export type CardListRow = Awaited<ReturnType<typeof cardRows>>[number];

/** What lists and strips read of a period's cards: of all, of one group, or of one person. */
export function cardRows(
  queries: Queries,
  periodId: number,
  only: { groupId?: number; personId?: number } = {},
) {
  return queries
    .select({
      personId: card.personId,
      number: person.number,
      name: person.name,
      department: department.name,
      groupId: person.groupId,
      inputVersion: card.inputVersion,
      computedVersion: card.computedVersion,
      clockedSeconds: card.clockedSeconds,
      payableHundredths: card.payableHundredths,
      toSettle: card.toSettle,
      days: card.days,
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .innerJoin(department, eq(department.id, person.departmentId))
    .where(
      and(
        eq(card.periodId, periodId),
        only.groupId === undefined ? undefined : eq(person.groupId, only.groupId),
        only.personId === undefined ? undefined : eq(card.personId, only.personId),
      ),
    )
    .orderBy(person.name, person.number);
}

export async function findPeriod(queries: Queries, periodId: number) {
  const [row] = await queries
    .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
    .from(period)
    .where(eq(period.id, periodId));
  return row;
}

/** A person's corrections with who made them, oldest first. */
export function correctionRows(queries: Queries, personId: number) {
  return queries
    .select({ correction, by: user.name })
    .from(correction)
    .innerJoin(user, eq(user.id, correction.madeBy))
    .where(eq(correction.personId, personId))
    .orderBy(correction.id);
}

export function codeRows(queries: Queries) {
  return queries
    .select({ classId: payCodeClass.classId, code: payCode.code, name: payCode.name })
    .from(payCodeClass)
    .innerJoin(payCode, eq(payCode.id, payCodeClass.payCodeId));
}
