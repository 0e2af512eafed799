import { and, desc, eq, inArray, notExists, type SQL, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Queries, Reads } from '../../database/connect.ts';
import { card, cardException, person, question, questionEvent, user } from '../../database/schema/index.ts';

const ofCard = and(eq(card.periodId, question.periodId), eq(card.personId, question.personId));

/** Questions about the cards of a period within reach, the last first. */
export const questionsOf = (queries: Reads, periodId: number, reach: SQL) =>
  queries
    .select({
      id: question.id,
      personId: question.personId,
      name: person.name,
      number: person.number,
      exception: question.exception,
      workday: question.workday,
      of: question.askedOf,
      text: question.text,
      by: user.name,
      madeAt: question.madeAt,
      // Of a card that is being computed nobody knows yet.
      isSettled: sql<number>`(${card.inputVersion} = ${card.computedVersion} AND ${notExists(
        queries
          .select({ one: sql`1` })
          .from(cardException)
          .where(
            and(
              eq(cardException.periodId, question.periodId),
              eq(cardException.personId, question.personId),
              eq(cardException.key, question.exception),
            ),
          ),
      )})`.mapWith(Boolean),
    })
    .from(question)
    .innerJoin(card, ofCard)
    .innerJoin(person, eq(person.id, question.personId))
    .innerJoin(user, eq(user.id, question.madeBy))
    .where(and(eq(question.periodId, periodId), reach))
    .orderBy(desc(question.id));
export type QuestionRow = Awaited<ReturnType<typeof questionsOf>>[number];

/** What became of some questions, the first first. */
export const eventsOf = async (queries: Reads, ids: readonly number[]) =>
  ids.length === 0
    ? []
    : await queries
        .select({
          questionId: questionEvent.questionId,
          what: questionEvent.what,
          text: questionEvent.text,
          by: user.name,
          madeAt: questionEvent.madeAt,
        })
        .from(questionEvent)
        .innerJoin(user, eq(user.id, questionEvent.madeBy))
        .where(inArray(questionEvent.questionId, [...ids]))
        .orderBy(questionEvent.id);
export type EventRow = Awaited<ReturnType<typeof eventsOf>>[number];

const ending = alias(questionEvent, 'ending');
const endedBy = alias(user, 'ended_by');

/** A question and its card, locked, with who ended it; undefined where there is none. */
export async function lockQuestion(tx: Queries, periodId: number, id: number) {
  const [found] = await tx
    .select({
      id: question.id,
      personId: question.personId,
      of: question.askedOf,
      groupId: card.groupId,
      siteId: card.siteId,
      departmentId: card.departmentId,
      supervisorId: card.supervisorId,
      ended: ending.what,
      endedBy: endedBy.name,
    })
    .from(question)
    .innerJoin(card, ofCard)
    .leftJoin(ending, eq(ending.ends, question.id))
    .leftJoin(endedBy, eq(endedBy.id, ending.madeBy))
    .where(and(eq(question.periodId, periodId), eq(question.id, id)))
    .for('update');
  return found;
}

/** The card that is asked about, locked; undefined where there is none. */
export async function lockCard(tx: Queries, periodId: number, personId: number) {
  const [found] = await tx
    .select()
    .from(card)
    .where(and(eq(card.periodId, periodId), eq(card.personId, personId)))
    .for('update');
  return found;
}

/** An exception of a computed card; undefined where there is none. */
export async function findException(tx: Queries, periodId: number, personId: number, key: string) {
  const [found] = await tx
    .select({ workday: cardException.workday })
    .from(cardException)
    .where(
      and(
        eq(cardException.periodId, periodId),
        eq(cardException.personId, personId),
        eq(cardException.key, key),
      ),
    );
  return found;
}

/** Adds a question. Returns its number. */
export async function addQuestion(tx: Queries, row: typeof question.$inferInsert): Promise<number> {
  const [{ insertId }] = await tx.insert(question).values(row);
  return insertId;
}

/** Adds what became of a question. */
export const addEvent = (tx: Queries, row: typeof questionEvent.$inferInsert) =>
  tx.insert(questionEvent).values(row);
