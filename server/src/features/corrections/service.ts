import {
  type CorrectRequest,
  type SettlePreview,
  type SettleReply,
  type SettleRequest,
  segmentView,
  shiftView,
} from '@heath/contract';
import {
  type Computed,
  type Correction,
  classSums,
  compute,
  correctionId,
  holdsUp,
  type PersonInput,
  type Workday,
  workweekOf,
} from '@heath/core';
import { sql } from 'drizzle-orm';
import * as v from 'valibot';
import type { CardKey } from '../../cards/read-card.ts';
import { cardResults } from '../../cards/results.ts';
import { storeChangedCards } from '../../cards/store-cards.ts';
import { stripChange } from '../../cards/strip-change.ts';
import { cardView } from '../../cards/view.ts';
import { cardWithinReach } from '../../cards/within-reach.ts';
import { answered, answerIn, answerQuery, keepAnswer, type Write } from '../../database/answered.ts';
import { auditEventQuery } from '../../database/audit-events.ts';
import {
  insertedId,
  inTransaction,
  type Send,
  type Statement,
  statement,
  type Trip,
} from '../../database/round-trip.ts';
import type { Context } from '../../http/context.ts';
import { afterwards } from '../../http/write.ts';
import { askForRecomputeQuery, touchQuery } from '../../recompute/stale-cards.ts';
import { namedBy } from '../../records/history.ts';
import { somebody, type Who } from '../../rights/who.ts';
import {
  asSaid,
  type Change,
  type LockedCard,
  NO_ID_YET,
  neighborsTouched,
  openLocked,
  rowOf,
  settled,
  takenBack,
  touchedBy,
} from './on-card.ts';
import { checkPlaces } from './places.ts';
import { insertCorrection, nextIdSelect } from './store.ts';

/** Preview of a change: the card before and after it. Writes nothing. */
function preview(
  context: Context,
  who: Who,
  key: CardKey,
  change: (card: LockedCard) => Pick<Change, 'computed'> & { readonly workday: Workday },
): Promise<SettlePreview> {
  return inTransaction(context.database, async (trip) => {
    const card = await openLocked(context, who, trip.send, key);
    const { computed, workday: day } = change(card);
    const isOfDay = ({ workday }: { readonly workday: Workday }) => workday === day;
    const { weekStartsOn } = card.subject.rulebook.workday;
    const week = workweekOf(day, weekStartsOn);
    const previewed = {
      before: classSums(card.before.lines),
      after: classSums(computed.lines),
      day: {
        workday: day,
        shifts: computed.shifts.filter(isOfDay).map(shiftView),
        segments: computed.segments.filter(isOfDay).map(segmentView),
        lines: computed.lines.filter(isOfDay),
      },
      week: classSums(computed.lines.filter(({ workday }) => workweekOf(workday, weekStartsOn) === week)),
      toSettle: computed.exceptions.filter(holdsUp).length,
    };
    return { last: [], auditEvent: null, result: () => previewed };
  });
}

/** Preview of settling an exception. Writes nothing. */
export const previewSettle = (
  context: Context,
  who: Who,
  key: CardKey,
  request: SettleRequest,
): Promise<SettlePreview> => preview(context, who, key, (card) => settled(card, request));

/** Settles a missing punch. Of two people who do so at once, the second is told who was first and with what. */
export async function settle(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  request: SettleRequest,
): Promise<SettleReply> {
  return keep(context, write, who, key, (card) => ({ ...settled(card, request), note: request.note }));
}

/** Preview of a correction. Writes nothing. */
export async function previewCorrect(
  context: Context,
  who: Who,
  key: CardKey,
  request: CorrectRequest,
): Promise<SettlePreview> {
  await checkPlaces(context, request.says);
  return preview(context, who, key, (card) => asSaid(card, { ...request, note: null }));
}

/** Makes a correction of any kind but an undo. */
export async function correct(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  request: CorrectRequest,
): Promise<SettleReply> {
  await checkPlaces(context, request.says);
  return keep(context, write, who, key, (card) => ({ ...asSaid(card, request), note: request.note }));
}

/** Undoes a correction, by a correction of its own. */
export async function undo(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  id: number,
): Promise<SettleReply> {
  return keep(context, write, who, key, (card) => ({ ...takenBack(card, key.periodId, id), note: '' }));
}

interface Correcting extends Change {
  readonly note: string;
}

/** Kept answer of the write of a correction. */
const Kept = v.object({ correctionId: v.number() });
type Kept = v.InferOutput<typeof Kept>;

/** Thrown where the write was done before: its kept answer is the reply. */
class Answered extends Error {
  constructor(readonly kept: Kept) {
    super('This write was answered before.');
  }
}

/**
 * Writes a correction and the card it leads to, in one transaction. A write that was done before is answered with the same correction
 * and the card as it now stands.
 */
async function keep(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  correct: (card: LockedCard) => Correcting,
): Promise<SettleReply> {
  try {
    const done = await answered<SettleReply | Kept>(context.database, who, write, () =>
      keepInOneTransaction(context, write, who, key, correct),
    );
    return 'card' in done ? done : await replyTo(context, who, key, done);
  } catch (error) {
    if (error instanceof Answered) return replyTo(context, who, key, error.kept);
    throw error;
  }
}

/** Reply to a repeated write: the card as it stands. Throws where it is no longer within reach. */
const replyTo = (context: Context, who: Who, key: CardKey, { correctionId }: Kept): Promise<SettleReply> =>
  afterwards(async () => {
    const read = await cardWithinReach(context, who, key);
    const computed = compute(read.input, true);
    const results = cardResults(read.input, computed);
    const card = cardView(read, computed, results);
    return { correctionId, card, change: null };
  });

function keepInOneTransaction(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  correct: (card: LockedCard) => Correcting,
): Promise<SettleReply> {
  const by = {
    userId: somebody(who),
    personId: who.personId,
    at: context.clock.now(),
    touches: write?.touches,
  };
  return inTransaction(context.database, async (trip) => {
    const first = firstTrip(who, write, trip);
    const card = await openLocked(context, who, first.send, key, first.nextId);
    const change = correct(card);
    const { note, input, computed } = change;
    const before = cardResults(card.input, card.before);
    const results = cardResults(input, computed);
    const values = rowOf(key, card, change, {
      note,
      payableBefore: before.payableHours,
      payableAfter: results.payableHours,
      madeBy: by.userId,
      madeAt: by.at,
    });
    const touched = touchedBy(input);
    const neighbors = touched === null ? [] : await neighborsTouched(context, card.subject, touched);
    const answer =
      write === null ? [] : [keepAnswer(who, write, sql`JSON_OBJECT('correctionId', LAST_INSERT_ID())`)];
    const replyWith = (id: number): SettleReply => {
      const history = [...card.history, { ...values, ...namedBy(values.says), id, by: who.name }];
      const told = id === card.nextId ? computed : withId(input, correctionId(id), card.withReasons);
      return {
        correctionId: id,
        card: cardView({ ...card, input, history }, told, results),
        // What was handed off stays as it was sent: the strip goes on showing that.
        change: card.subject.sealed ? null : stripChange(before, results, card),
      };
    };
    let ready: SettleReply | undefined;
    return {
      // The audit event is about the last that was inserted with a number of its own: the correction.
      last: [...neighbors, insertCorrection([values]), ...answer, ...cardWith(card, results)],
      auditEvent: auditEventQuery(by, {
        what: values.kind === 'undo' ? 'undone' : 'corrected',
        about: 'correction',
        aboutId: sql<number>`LAST_INSERT_ID()`,
        pays: [key.personId],
        before: { payableHours: values.payableBefore },
        after: { payableHours: values.payableAfter },
      }),
      meanwhile: () => {
        if (card.nextId !== NO_ID_YET) ready = replyWith(card.nextId);
      },
      result: (sent) => {
        if (neighbors.length > 0 || card.subject.sealed) context.nudge();
        const insertId = insertedId(sent[neighbors.length]);
        // Most often it has the number that was expected, and the reply was made while the database wrote.
        return ready?.correctionId === insertId ? ready : replyWith(insertId);
      },
    };
  });
}

/**
 * What becomes of the card: an open one is stored as it is now; one that was handed off stays as it was sent, and is held against that, see
 * `storeDifferences`.
 */
function cardWith({ subject }: LockedCard, results: ReturnType<typeof cardResults>): Statement[] {
  const { periodId, personId, sealed } = subject;
  if (!sealed) return storeChangedCards([{ subject, results }]);
  return [statement(touchQuery([periodId], [personId])), statement(askForRecomputeQuery(periodId))];
}

/**
 * The card computed with the number that its last correction was given: what a correction added is known by it, and whoever takes hold of that
 * at once must find it.
 */
function withId(input: PersonInput, id: Correction['id'], withReasons: boolean): Computed {
  const corrections = input.corrections.map((one, i, all) => (i === all.length - 1 ? { ...one, id } : one));
  return compute({ ...input, corrections }, withReasons);
}

/**
 * What the first statements, behind the lock, are sent with: the question whether this write was done before, which throws `Answered` where it
 * was, and the one for the number that the correction will have.
 */
function firstTrip(
  who: Who,
  write: Write | null,
  trip: Trip,
): { readonly send: Send; readonly nextId: () => Correction['id'] } {
  let nextId = NO_ID_YET;
  return {
    async send(...statements) {
      const answers = write === null ? [] : [answerQuery(who, write)];
      const sent = await trip.send(...statements, nextIdSelect.with(), ...answers);
      const [next, answer] = sent.splice(statements.length);
      const before = write === null ? undefined : answerIn(write, answer);
      if (before !== undefined) throw new Answered(v.parse(Kept, before.result));
      const [row] = nextIdSelect.rows(next);
      if (row !== undefined) nextId = correctionId(row.id);
      return sent;
    },
    nextId: () => nextId,
  };
}
