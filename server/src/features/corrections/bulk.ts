import {
  type BulkItem,
  type BulkPreview,
  BulkReply,
  type BulkRequest,
  BY_HAND,
  partsOf,
} from '@heath/contract';
import { type Instant, waysOf } from '@heath/core';
import { sql } from 'drizzle-orm';
import * as v from 'valibot';
import { Problem } from '../../base/problem.ts';
import { lockCards } from '../../cards/read-card.ts';
import { cardResults } from '../../cards/results.ts';
import { type ComputedCard, storeChangedCards } from '../../cards/store-cards.ts';
import { answered, answerIn, answerQuery, keepAnswer, type Write } from '../../database/answered.ts';
import { auditEventQuery } from '../../database/audit-events.ts';
import { insertedId, inTransaction, type Send, type Statement } from '../../database/round-trip.ts';
import type { Context } from '../../http/context.ts';
import type { Report } from '../../http/progress.ts';
import { Slice } from '../../http/slices.ts';
import { somebody, type Who } from '../../rights/who.ts';
import {
  asSaid,
  type Change,
  type LockedCard,
  neighborsTouched,
  opened,
  refuseSealed,
  rowOf,
  settled,
  stillOpen,
  takenBack,
  touchedBy,
} from './on-card.ts';
import { checkPlaces, placesIn } from './places.ts';
import { bulkOf, insertBulk, insertCorrection, type NewCorrection } from './store.ts';

/** Number of cards read in one round trip. Progress is reported after each. */
const CARDS_AT_ONCE = 100;

const unheard: Report = () => {};

type Left = BulkReply['left'][number];

/** One of several changes to a card: the exception it is about, to name it where it is left out, and the change itself. */
interface Step {
  readonly exception: string;
  readonly change: (card: LockedCard) => Change;
}

/** A card after its steps. Steps that could not be done are in `left`. */
interface Stepped {
  readonly card: LockedCard;
  readonly done: readonly Change[];
  /** Payable hours of the card before the first, and after each. */
  readonly payableHours: readonly number[];
  readonly left: readonly Left[];
}

/** Does the steps of one card, each on the result of the one before. A step that cannot be done is left out with its reason; the others go on. */
function step(card: LockedCard, steps: readonly Step[]): Stepped {
  const done: Change[] = [];
  const left: Left[] = [];
  const payableHours = [cardResults(card.input, card.before).payableHours];
  let now = card;
  for (const { exception, change } of steps) {
    try {
      const made = change(now);
      done.push(made);
      now = { ...now, input: made.input, before: made.computed };
      payableHours.push(cardResults(made.input, made.computed).payableHours);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      left.push({ personId: card.subject.personId, exception, reason: error.message });
    }
  }
  return { card: now, done, payableHours, left };
}

/** The change that an item of a bulk makes to a card. */
function changeOf(item: BulkItem, note: string | null): Step['change'] {
  if ('says' in item) return (card) => asSaid(card, { says: item.says, note });
  const { exception, way } = item;
  if (way.kind === 'time') return (card) => settled(card, { exception, at: way.at });
  return (card) => {
    const open = stillOpen(card, exception);
    const { plans } = card.input;
    const ways = waysOf(open, { ...card.before, plans });
    const taken = ways.find(({ role }) => role === way.kind);
    if (taken === undefined)
      throw new Problem(422, 'invalid', 'Nothing is proposed for this: settle it one by one.', {
        field: 'way',
      });
    return asSaid(card, { says: taken.says, settles: exception, note });
  };
}

/** An item as a step. The note is null for a preview. */
const stepOf =
  (note: string | null) =>
  (item: BulkItem): Step => ({
    exception: 'says' in item ? BY_HAND : item.exception,
    change: changeOf(item, note),
  });

/** Throws where one of these corrections names a job, department or site that does not exist. */
async function checkAllPlaces(context: Pick<Context, 'database'>, items: readonly BulkItem[]): Promise<void> {
  const named = items.flatMap((item) => ('says' in item ? [item.says] : []));
  const distinct = new Map(named.map((says) => [JSON.stringify(placesIn(says)), says]));
  for (const says of distinct.values()) await checkPlaces(context, says);
}

/** Steps by person, in order of their ids, so that two bulks cannot deadlock. */
function byPerson<T extends { readonly personId: number }>(
  items: readonly T[],
  toStep: (item: T) => Step,
): Map<number, Step[]> {
  const steps = new Map<number, Step[]>();
  for (const item of items.toSorted((a, b) => a.personId - b.personId)) {
    const own = steps.get(item.personId) ?? [];
    steps.set(item.personId, own);
    own.push(toStep(item));
  }
  return steps;
}

/** Locks each card and does its steps. A card that the user may not correct, or that is sealed, stays as it is. */
async function stepAll(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  send: Send,
  periodId: number,
  steps: ReadonlyMap<number, readonly Step[]>,
  report: Report,
): Promise<{ readonly all: readonly Stepped[]; readonly left: readonly Left[] }> {
  const all: Stepped[] = [];
  const left: Left[] = [];
  let done = 0;
  const slice = new Slice();
  for (const part of partsOf([...steps], CARDS_AT_ONCE)) {
    const people = part.map(([personId]) => personId);
    const read = await lockCards(context.database, periodId, people, context.clock.now(), send);
    const cards = new Map(read.map((card) => [Number(card.subject.personId), card]));
    for (const [personId, own] of part) {
      // Computed card after card: whoever asks for one of theirs comes between.
      if (slice.isOver) await slice.next();
      try {
        const card = opened(who, cards.get(personId), false);
        refuseSealed(card);
        const stepped = step(card, own);
        left.push(...stepped.left);
        all.push(stepped);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        left.push(...own.map(({ exception }) => ({ personId, exception, reason: error.message })));
      }
    }
    done += part.length;
    report(done, steps.size);
  }
  return { all, left };
}

/** Preview of a bulk: what it would change, person by person. Writes nothing. */
export async function previewBulk(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  periodId: number,
  { items }: BulkRequest,
  report: Report = unheard,
): Promise<BulkPreview> {
  await checkAllPlaces(context, items);
  return inTransaction(context.database, async ({ send }) => {
    const steps = byPerson(items, stepOf(null));
    const { all, left } = await stepAll(context, who, send, periodId, steps, report);
    const people = all
      .filter(({ done }) => done.length > 0)
      .map(({ card: { subject }, done, payableHours }) => ({
        personId: subject.personId,
        name: subject.name,
        exceptions: done.map(({ settles, workday }) => ({ key: settles ?? '', workday })),
        payableBeforeHours: payableHours[0] ?? 0,
        payableAfterHours: payableHours.at(-1) ?? 0,
      }));
    return { last: [], auditEvent: null, result: () => ({ people, left }) };
  });
}

/** Settles many exceptions in one transaction. Those that another user settled first are left out and returned with the reason. */
export const settleBulk = (
  context: Context,
  write: Write | null,
  who: Who,
  periodId: number,
  { what, items, note }: BulkRequest,
  report: Report = unheard,
): Promise<BulkReply> =>
  keepBulk(context, write, who, periodId, { what, note, undoes: null, report }, async () => {
    await checkAllPlaces(context, items);
    return byPerson(items, stepOf(note));
  });

/** Undoes a bulk, as a bulk of its own. Corrections that were undone already stay so. */
export const undoBulk = (
  context: Context,
  write: Write | null,
  who: Who,
  periodId: number,
  id: number,
): Promise<BulkReply> =>
  keepBulk(context, write, who, periodId, { what: 'Undone', note: '', undoes: id }, async () => {
    const bulk = await bulkOf(context.database, periodId, id);
    if (bulk === undefined)
      throw new Problem(404, 'not-found', 'Nothing was settled together under this number in this period.');
    if (bulk.undoneBy !== null)
      throw new Problem(409, 'already-undone', `${bulk.undoneBy} has undone this already.`);
    // The last first: each was made on what those before it had left.
    return byPerson(bulk.corrections.toReversed(), ({ id: correctionId, settles }) => ({
      exception: settles ?? '',
      change: (card) => takenBack(card, periodId, correctionId),
    }));
  });

interface AboutBulk {
  readonly what: string;
  readonly note: string;
  readonly undoes: number | null;
  readonly report?: Report;
}

/** Stores many corrections and their cards in one transaction: after a crash there are all of them or none. */
function keepBulk(
  context: Context,
  write: Write | null,
  who: Who,
  periodId: number,
  { what, note, undoes, report = unheard }: AboutBulk,
  stepsOf: () => Promise<ReadonlyMap<number, readonly Step[]>>,
): Promise<BulkReply> {
  const by = {
    userId: somebody(who),
    personId: who.personId,
    at: context.clock.now(),
    touches: write?.touches,
  };
  return answered(context.database, who, write, async () => {
    const steps = await stepsOf();
    return inTransaction(context.database, async ({ send }) => {
      if (write !== null) {
        const before = answerIn(write, (await send(answerQuery(who, write)))[0]);
        if (before !== undefined) return nothingMore(v.parse(BulkReply, before.result));
      }
      const { all, left } = await stepAll(context, who, send, periodId, steps, report);
      const changed = all.filter(({ done }) => done.length > 0);
      const [first] = changed;
      if (first === undefined)
        throw new Problem(409, 'stale', left[0]?.reason ?? 'There is nothing left to settle here.');
      const [sent] = await send(insertBulk({ what, undoes, madeBy: by.userId, madeAt: by.at }));
      const bulkId = insertedId(sent);
      const rows = changed.flatMap((one) => rowsOf(one, periodId, bulkId, note, by));
      const reply: BulkReply = {
        bulkId,
        corrections: rows.length,
        people: changed.map(({ card }) => card.subject.personId),
        left: [...left],
      };
      const neighbors = await neighborsOf(context, changed);
      const kept = write === null ? [] : [keepAnswer(who, write, sql`${JSON.stringify(reply)}`)];
      return {
        last: [...neighbors, insertCorrection(rows), ...storeChangedCards(changed.map(cardOf)), ...kept],
        auditEvent: auditEventQuery(by, {
          what: undoes === null ? 'corrected together' : 'undone together',
          about: 'bulk',
          aboutId: bulkId,
          pays: reply.people,
          after: { corrections: rows.length, people: changed.length },
        }),
        result: () => {
          if (neighbors.length > 0) context.nudge();
          return reply;
        },
      };
    });
  });
}

/** The reply of a write that was done before; nothing is written again. */
const nothingMore = (reply: BulkReply) => ({ last: [], auditEvent: null, result: () => reply });

const rowsOf = (
  { card, done, payableHours }: Stepped,
  periodId: number,
  bulkId: number,
  note: string,
  { userId, at }: { readonly userId: number; readonly at: Instant },
): NewCorrection[] =>
  done.map((change, i) => ({
    ...rowOf({ periodId, personId: card.subject.personId }, card, change, {
      note,
      payableBefore: payableHours[i] ?? 0,
      payableAfter: payableHours[i + 1] ?? 0,
      madeBy: userId,
      madeAt: at,
    }),
    bulkId,
  }));

/** The card to store: one version later, however many corrections it got. */
const cardOf = ({ card: { subject, input, before } }: Stepped): ComputedCard => ({
  subject,
  results: cardResults(input, before),
});

async function neighborsOf(context: Context, changed: readonly Stepped[]): Promise<Statement[]> {
  const statements: Statement[] = [];
  for (const { card, done } of changed)
    for (const { input } of done) {
      const touched = touchedBy(input);
      if (touched !== null) statements.push(...(await neighborsTouched(context, card.subject, touched)));
    }
  return statements;
}
