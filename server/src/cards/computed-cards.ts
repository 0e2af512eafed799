import { type Computed, compute, instant, type Workday, workday } from '@heath/core';
import { and, asc, eq, type SQL } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { type Send, sendAlone } from '../database/round-trip.ts';
import { card, person } from '../database/schema/index.ts';
import { type ReadCard, readCards } from './read-card.ts';

/** A card as it is computed now, with the days of it that are asked for. */
export interface ComputedCard extends ReadCard {
  readonly computed: Computed;
  readonly days: { readonly firstDay: Workday; readonly lastDay: Workday };
}

/** Which cards are computed, and how. */
interface Which {
  readonly database: Database;
  /** Seconds since 1970, for whoever is still at work. */
  readonly now: number;
  readonly period: { readonly id: number; readonly firstDay: Workday; readonly lastDay: Workday };
  /** People whose cards are computed, in this order. */
  readonly people: readonly number[];
  /** So many are read and computed before anybody else is answered: a card takes about a millisecond. */
  readonly atOnce: number;
  /** The days that are asked for; those of the period where it is left out. */
  readonly span?: ComputedCard['days'];
  /** Which kinds of corrections count; all where it is left out. */
  readonly counts?: (kind: string) => boolean;
}

/** The cards of a period that a condition holds of, in order of the numbers of their people. */
export const cardsInOrder = (database: Database, periodId: number, condition?: SQL) =>
  database
    .select({
      personId: card.personId,
      groupId: card.groupId,
      departmentId: card.departmentId,
      siteId: card.siteId,
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .where(and(eq(card.periodId, periodId), condition))
    .orderBy(asc(person.number));

/**
 * Computes cards of a period anew, some at a time. Of what is kept of a card, its shifts and the exceptions that were settled are not: who asks for them
 * has it computed. People without a card are left out.
 */
export async function* computedCards(which: Which): AsyncGenerator<readonly ComputedCard[]> {
  const { database, now, period, people, atOnce, span = period, counts = () => true } = which;
  const days = {
    firstDay: workday(Math.max(period.firstDay, span.firstDay)),
    lastDay: workday(Math.min(period.lastDay, span.lastDay)),
  };
  const send: Send = (...all) => sendAlone(database, ...all);
  for (let from = 0; from < people.length; from += atOnce) {
    const some = people.slice(from, from + atOnce);
    const read = await readCards(database, period.id, some, instant(now), send, false);
    const cards = new Map<number, ReadCard>(read.map((one) => [one.subject.personId, one]));
    yield some.flatMap((personId) => {
      const one = cards.get(personId);
      if (one === undefined) return [];
      const corrections = one.input.corrections.filter(({ kind }) => counts(kind));
      return [{ ...one, days, computed: compute({ ...one.input, corrections }) }];
    });
  }
}
