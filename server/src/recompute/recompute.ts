import { partsOf } from '@heath/contract';
import { broken, type Computed, compute, type PersonId, type PersonInput } from '@heath/core';
import { and, eq, type Placeholder, sql } from 'drizzle-orm';
import type { Clock } from '../base/clock.ts';
import { handled } from '../base/handled.ts';
import { pairs } from '../base/pairs.ts';
import {
  ANY_SPAN,
  inputSelects,
  needsMore,
  personInputs,
  type SpanValues,
  toInputs,
  valuesOf,
} from '../cards/inputs.ts';
import { spanOfPeriod } from '../cards/period-span.ts';
import { cardResults } from '../cards/results.ts';
import { type ComputedCard, storingCards } from '../cards/store-cards.ts';
import { auditEventQuery } from '../database/audit-events.ts';
import type { Database } from '../database/connect.ts';
import { build, inTransaction, select, selects, selectValues, sendAlone } from '../database/round-trip.ts';
import { card, difference, period } from '../database/schema/index.ts';
import { type Among, amongRun, amongThese, isRun, ofRun } from '../records/among.ts';
import { isOpen } from '../records/sealed.ts';
import { held, heldSelects } from '../records/subjects.ts';
import { differenceOfCard, isTouched, storeDifferences } from './differences.ts';
import { stale } from './stale-cards.ts';

/** Cards that one thread computes before it reports progress: enough that reading and storing seldom pause. */
const CARDS_OF_A_PART = 1000;
const CARDS_AT_ONCE = 250;

/** Computes a card. Outside production, throws where an invariant of the result is broken. */
function computeChecked(input: PersonInput): Computed {
  const computed = compute(input);
  if (process.env.NODE_ENV !== 'production') {
    const found = broken(computed);
    if (found.length > 0) throw new Error(`The calculation contradicts itself: ${found.join(' ')}`);
  }
  return computed;
}

/** What computes parts of a period: this thread, or others. */
export interface Computing {
  /** Computes some cards of a period, see `recomputeCards`. */
  readonly computeCards: (periodId: number, people: readonly number[]) => Promise<void>;
  /** Compares some sealed cards of a period with what was sent, see `compareCards`. */
  readonly compareCards: (periodId: number, people: readonly number[]) => Promise<void>;
  /** Number of parts that are computed at once. */
  readonly atOnce: number;
}

/**
 * Recomputes the open cards of a period that are stale. Compares touched sealed cards with their sent lines. A card that changes while it is
 * computed stays stale, and is computed again.
 *
 * @throws what the first part that failed threw, once no part is being computed any more
 */
export async function recomputePeriod(
  database: Database,
  computing: Computing,
  periodId: number,
  progress: (done: number, total: number) => Promise<void>,
): Promise<void> {
  let done = 0;
  for (;;) {
    const open = await stalePeople(database, periodId);
    const sealed = await touchedPeople(database, periodId);
    if (open.length + sealed.length === 0) return;
    const total = done + open.length + sealed.length;
    const tell = async (count: number) => {
      done += count;
      await progress(done, total);
    };
    await inParts(computing.atOnce, open, (part) => computing.computeCards(periodId, part), tell);
    await inParts(computing.atOnce, sealed, (part) => computing.compareCards(periodId, part), tell);
  }
}

/** Works at parts of a list, `atOnce` of them at a time. Where one fails, no more are begun; throws once the others have ended. */
async function inParts(
  atOnce: number,
  people: readonly number[],
  work: (part: readonly number[]) => Promise<void>,
  tell: (count: number) => Promise<void>,
): Promise<void> {
  const parts = partsOf(people, CARDS_OF_A_PART);
  const lane = async () => {
    for (let part = parts.shift(); part !== undefined; part = parts.shift()) {
      try {
        await work(part);
      } catch (error) {
        parts.length = 0;
        throw error;
      }
      await tell(part.length);
    }
  };
  const lanes = await Promise.allSettled(Array.from({ length: atOnce }, lane));
  for (const each of lanes) if (each.status === 'rejected') throw each.reason;
}

/**
 * Computes cards of a period and stores their results with the version of the inputs that they were read from: a change that comes in between
 * leaves the card stale.
 *
 * While some cards are computed, the next are read and the last are stored: most of the time is spent waiting for the database.
 */
export async function recomputeCards(
  database: Database,
  clock: Clock,
  periodId: number,
  people: readonly number[],
): Promise<void> {
  const parts = partsOf(people, CARDS_AT_ONCE);
  const read = (part: readonly number[] | undefined) =>
    part === undefined ? null : handled(readInputs(database, clock, periodId, part));
  let next = read(parts.shift());
  let storing: Promise<void> = Promise.resolve();
  while (next !== null) {
    const { subjects, inputs } = await next;
    next = read(parts.shift());
    const cards = pairs(subjects, inputs).map(([subject, input]) => ({
      subject,
      results: cardResults(input, computeChecked(input)),
    }));
    await storing;
    storing = handled(storeUnchanged(database, clock, periodId, cards));
  }
  await storing;
}

/** People whose cards of a period are stale, in pay groups that have not handed it off. */
async function stalePeople(database: Database, periodId: number): Promise<number[]> {
  const rows = await database
    .select({ personId: card.personId })
    .from(card)
    .where(and(eq(card.periodId, periodId), stale, isOpen))
    .orderBy(card.personId);
  return rows.map(({ personId }) => personId);
}

/** People whose sealed cards have changed inputs since they were last compared with what was sent. */
async function touchedPeople(database: Database, periodId: number): Promise<number[]> {
  const rows = await database
    .select({ personId: card.personId })
    .from(card)
    .leftJoin(difference, differenceOfCard)
    .where(and(eq(card.periodId, periodId), isTouched))
    .orderBy(card.personId);
  return rows.map(({ personId }) => personId);
}

/**
 * Computes sealed cards of a period from their current inputs and compares each with what was sent of it. What is stored of the card stays
 * as it was handed off.
 */
export async function compareCards(
  database: Database,
  clock: Clock,
  periodId: number,
  people: readonly number[],
): Promise<void> {
  for (const part of partsOf(people, CARDS_AT_ONCE)) {
    const { subjects, inputs } = await readInputs(database, clock, periodId, part);
    const cards = pairs(subjects, inputs).map(([subject, input]) => ({
      ...subject,
      lines: computeChecked(input).lines,
    }));
    await storeDifferences(database, clock, periodId, cards);
  }
}

/** Column values of a card. */
type CardValues = readonly [
  personId: PersonId,
  groupId: number,
  departmentId: number,
  siteId: number,
  inputVersion: number,
];

/** Selects of these people's cards of a period and of their inputs. */
const cardSelects = (among: Among, periodId: number | Placeholder, span: SpanValues) =>
  selects({
    cards: selectValues<CardValues>(
      build
        .select({
          personId: card.personId,
          groupId: card.groupId,
          departmentId: card.departmentId,
          siteId: card.siteId,
          inputVersion: card.inputVersion,
        })
        .from(card)
        .where(and(eq(card.periodId, periodId), among(card.personId)))
        .orderBy(card.personId),
    ),
    // After the versions of the cards: what cuts the period counts them on, and what is computed of other days is not kept.
    days: select(
      build
        .select({ firstDay: period.firstDay, lastDay: period.lastDay })
        .from(period)
        .where(eq(period.id, periodId)),
    ),
    ...heldSelects(among),
    ...inputSelects(among, span),
  });
/** Built once: building them for each few hundred people took 0.1 of 1.6 seconds for 10,000 (`recompute` in the bench). */
const cardsOfRun = cardSelects(amongRun, sql.placeholder('periodId'), ANY_SPAN);

/** Reads cards and their inputs in one round trip. Those that need a wider span than the period's are read once more. */
async function readInputs(database: Database, clock: Clock, periodId: number, people: readonly number[]) {
  const asOf = clock.now();
  const span = await spanOfPeriod(database, periodId);
  if (span === undefined) return { subjects: [], inputs: [] };
  const all = isRun(people) ? cardsOfRun : cardSelects(amongThese(people), periodId, valuesOf(span));
  const sent = await sendAlone(database, ...all.with({ periodId, ...ofRun(people), ...valuesOf(span) }));
  const rows = all.rows(sent);
  const [days] = rows.days;
  if (days === undefined) return { subjects: [], inputs: [] };
  const { firstDay, lastDay } = days;
  const ids = rows.cards.map(([personId]) => personId);
  const heldBy = await held(database, ids, days, rows);
  const subjects = pairs(rows.cards, heldBy).map(([values, { assignments, editions }]) => {
    const [personId, groupId, departmentId, siteId, inputVersion] = values;
    return {
      periodId,
      personId,
      groupId,
      departmentId,
      siteId,
      inputVersion,
      firstDay,
      lastDay,
      assignments,
      editions,
    };
  });
  const inputs = toInputs(subjects, rows, span, asOf);
  const read = pairs(subjects, inputs);
  const more = read.flatMap(([subject, input]) => (needsMore(subject, input, span) ? [subject] : []));
  const again = new Map(pairs(more, await personInputs(database, more, asOf)));
  return { subjects, inputs: read.map(([subject, input]) => again.get(subject) ?? input) };
}

/** Stores computed cards. A card whose inputs changed meanwhile is not stored: it stays stale, or the change stored it already. */
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
    const what = {
      what: 'computed',
      about: 'period',
      aboutId: periodId,
      pays: 'nobody' as const,
      after: { cards: unchanged.length },
    };
    return {
      last: storingCards(unchanged),
      auditEvent:
        unchanged.length === 0
          ? null
          : auditEventQuery({ userId: null, personId: null, at: clock.now() }, what),
      result: () => {},
    };
  });
}
