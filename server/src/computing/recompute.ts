import { broken, type Computed, compute, type PersonInput } from '@heath/core';
import { and, eq } from 'drizzle-orm';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import { happenedQuery } from '../database/happened.ts';
import { build, inTransaction, select, sendAlone } from '../database/round-trip.ts';
import { card } from '../database/schema/index.ts';
import { amongThese } from './among.ts';
import { isOpen, stale } from './cards.ts';
import { inputSelects, personInputs, readOn, spanOf, toInputs, valuesOf } from './inputs.ts';
import { spanOfPeriod } from './period-span.ts';
import { cardResults } from './results.ts';
import { type ComputedCard, storingCards } from './store-cards.ts';
import { subjectSelects, toSubjects } from './subjects.ts';

const CARDS_AT_ONCE = 250;

/** Computes, and outside production throws where what always holds does not. */
function computeChecked(input: PersonInput): Computed {
  const computed = compute(input);
  if (process.env.NODE_ENV !== 'production') {
    const found = broken(computed);
    if (found.length > 0) throw new Error(`The calculation contradicts itself: ${found.join(' ')}`);
  }
  return computed;
}

/**
 * Computes every stale card of an open period. Results are stored with the version of the inputs that they were read
 * from: a change that comes in between leaves the card stale, and it is taken again.
 *
 * While some cards are computed, the next are read and the last are stored: most of the time is spent waiting for the database.
 */
export async function recomputePeriod(
  database: Database,
  clock: Clock,
  periodId: number,
  progress: (done: number, total: number) => Promise<void>,
): Promise<void> {
  let done = 0;
  for (;;) {
    const people = await stalePeople(database, periodId);
    if (people.length === 0) return;
    const chunks: number[][] = [];
    for (let i = 0; i < people.length; i += CARDS_AT_ONCE) chunks.push(people.slice(i, i + CARDS_AT_ONCE));
    const total = done + people.length;
    const read = (chunk: readonly number[] | undefined) =>
      chunk === undefined ? null : handled(readInputs(database, clock, periodId, chunk));
    let next = read(chunks[0]);
    let storing: Promise<void> = Promise.resolve();
    for (let i = 0; next !== null; i++) {
      const { subjects, inputs } = await next;
      next = read(chunks[i + 1]);
      const cards = inputs.map((input, k) => ({
        subject: subjects[k]!,
        results: cardResults(input, computeChecked(input)),
      }));
      await storing;
      storing = handled(storeUnchanged(database, clock, periodId, cards));
      done += cards.length;
      await progress(done, total);
    }
    await storing;
  }
}

/** A promise that may fail before somebody waits for it; whoever does hears of it then. */
function handled<T>(promise: Promise<T>): Promise<T> {
  promise.catch(() => {});
  return promise;
}

/** Whose cards of a period are stale, where their pay group has not handed it off. */
async function stalePeople(database: Database, periodId: number): Promise<number[]> {
  const rows = await database
    .select({ personId: card.personId })
    .from(card)
    .where(and(eq(card.periodId, periodId), stale, isOpen))
    .orderBy(card.personId);
  return rows.map(({ personId }) => personId);
}

/** Cards and what they follow from, in one trip; those for whom the period's span is not enough are read once more. */
async function readInputs(database: Database, clock: Clock, periodId: number, people: readonly number[]) {
  const among = amongThese(people);
  const asOf = clock.now();
  const span = await spanOfPeriod(database, periodId);
  if (span === undefined) return { subjects: [], inputs: [] };
  const ofCards = subjectSelects(
    and(eq(card.periodId, periodId), among(card.personId))!,
    among,
    people.length,
  );
  const ofInputs = inputSelects(among, valuesOf(span));
  const first = ofCards.with();
  const sent = await sendAlone(database, ...first, ...ofInputs.with());
  const subjects = await toSubjects(database, ofCards.rows(sent));
  const inputs = toInputs(subjects, ofInputs.rows(sent.slice(first.length)), span, asOf);
  const more = subjects.filter((subject, i) => {
    const needed = spanOf(subject);
    return needed.from < span.from || needed.to > span.to || readOn(subject, inputs[i]!, span) !== null;
  });
  const again = new Map(
    (await personInputs(database, more, asOf)).map((input, i) => [more[i]!, input] as const),
  );
  return { subjects, inputs: inputs.map((input, i) => again.get(subjects[i]!) ?? input) };
}

/** Stores computed cards; one whose inputs changed while it was computed stays stale, and whoever changed it may have stored more. */
async function storeUnchanged(
  database: Database,
  clock: Clock,
  periodId: number,
  cards: readonly ComputedCard[],
): Promise<void> {
  const among = amongThese(cards.map(({ subject }) => subject.personId));
  const versions = select(
    build
      .select({ personId: card.personId, inputVersion: card.inputVersion })
      .from(card)
      .where(and(eq(card.periodId, periodId), among(card.personId)))
      .for('update'),
  );
  await inTransaction(database, async ({ send }) => {
    const [sent] = await send(versions.with());
    const current = new Map(
      versions.rows(sent).map(({ personId, inputVersion }) => [personId, inputVersion]),
    );
    const unchanged = cards.filter(({ subject }) => current.get(subject.personId) === subject.inputVersion);
    const what = { what: 'computed', about: 'period', aboutId: periodId, after: { cards: unchanged.length } };
    return {
      last: unchanged.length === 0 ? [] : [storingCards(unchanged)],
      happened: unchanged.length === 0 ? null : happenedQuery({ userId: null, at: clock.now() }, what),
      result: () => {},
    };
  });
}
