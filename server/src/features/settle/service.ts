import type { SettlePreview, SettleReply, SettleRequest } from '@heath/contract';
import {
  type Computed,
  type Correction,
  type CorrectionId,
  classSums,
  compute,
  type Exception,
  type Instant,
  inputSpan,
  instant,
  instantToIso,
  isMissingPunch,
  type PersonInput,
  payableHours,
  runAround,
  SECONDS_PER_DAY,
  type Span,
} from '@heath/core';
import { sql } from 'drizzle-orm';
import { askForRecomputeQuery, periodsTouched, touchQuery } from '../../computing/cards.ts';
import { type CardKey, type ReadCard, readCard } from '../../computing/read-card.ts';
import { cardResults } from '../../computing/results.ts';
import type { CardSubject } from '../../computing/subjects.ts';
import { cardView } from '../../computing/view.ts';
import { answered, answerIn, answerQuery, keepAnswer, type Write } from '../../database/answered.ts';
import { inTransaction, type Statement, sendAlone, statement, type Trip } from '../../database/round-trip.ts';
import type { correction } from '../../database/schema.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { afterwards } from '../../http/write.ts';
import { insertCorrection, storeResults } from './store.ts';

interface LockedCard extends ReadCard {
  readonly before: Computed;
}

/** The card with its row locked, computed as it stands; refused where the period is sealed. */
async function openLocked(
  { database, clock }: Context,
  send: Trip['send'],
  key: CardKey,
): Promise<LockedCard> {
  const read = await readCard(database, key, clock.now(), send, true);
  if (read === undefined) throw new Problem(404, 'not-found', 'This person has no card in this period.');
  if (read.subject.sealed) {
    throw new Problem(409, 'sealed', 'This period is handed off. Its cards stay as they were sent.');
  }
  return { ...read, before: compute(read.input) };
}

/** The punch that would settle an exception: what was missing, at the time given. */
function missingPunch(
  exception: Exception,
  at: Instant,
  id: CorrectionId,
): Extract<Correction, { kind: 'add' }> {
  const { punch } = exception;
  const settlesOut = exception.kind === 'missing-out';
  if (punch === null || !isMissingPunch(exception))
    throw new Problem(422, 'invalid', 'A time cannot settle this: no punch is missing here.', {
      field: 'exception',
    });
  if (settlesOut ? at <= punch.at : at >= punch.at) {
    throw new Problem(
      422,
      'invalid',
      settlesOut ? 'The out must be after the in.' : 'The in must be before the out.',
      {
        field: 'at',
      },
    );
  }
  return {
    id,
    kind: 'add',
    at,
    punchKind: settlesOut ? 'out' : 'in',
    zone: punch.zone,
    job: punch.job,
    department: punch.department,
    site: punch.site,
    note: null,
  };
}

/** An id above all others, for a correction that is not written yet. */
const NEXT = Number.MAX_SAFE_INTEGER as CorrectionId;

/** The card with the exception settled. Throws where the time does not settle it, or somebody was faster. */
function settled(card: LockedCard, request: SettleRequest) {
  const exception = stillOpen(card, request.exception);
  const added = missingPunch(exception, instant(request.at), NEXT);
  const input = { ...card.input, corrections: [...card.input.corrections, added] };
  const computed = compute(input, true);
  if (computed.exceptions.some((left) => left.key === exception.key)) {
    throw new Problem(
      422,
      'invalid',
      'That time is too far from the punch it should pair with, or another punch lies between.',
      { field: 'at' },
    );
  }
  return { exception, added, input, computed };
}

/** What settling would change; nothing is written. */
export function previewSettle(
  context: Context,
  key: CardKey,
  request: SettleRequest,
): Promise<SettlePreview> {
  return inTransaction(context.database, async (trip) => {
    const card = await openLocked(context, trip.send, key);
    const { computed } = settled(card, request);
    const preview = {
      before: classSums(card.before.lines),
      after: classSums(computed.lines),
      toSettle: computed.exceptions.filter((left) => left.severity === 'holds up').length,
    };
    return { last: [], result: () => preview };
  });
}

/** Settles a missing punch. Of two people who do so at once, the second is told who was first and with what. */
export async function settle(
  context: Context,
  write: Write | null,
  user: Author,
  key: CardKey,
  request: SettleRequest,
): Promise<SettleReply> {
  return keep(context, write, user, key, (card) => {
    const { exception, added, input, computed } = settled(card, request);
    const change: Change = {
      ...NO_CHANGE,
      kind: 'add',
      at: added.at,
      punchKind: added.punchKind,
      siteId: card.subject.siteId,
      jobId: added.job,
      exceptionKey: exception.key,
      note: request.note,
    };
    return { change, at: added.at, input, computed };
  });
}

/** Takes a correction back, as a correction of its own. */
export async function undo(
  context: Context,
  write: Write | null,
  user: Author,
  key: CardKey,
  correctionId: number,
): Promise<SettleReply> {
  return keep(context, write, user, key, (card) => {
    const undone = card.history.find((row) => row.id === correctionId && row.periodId === key.periodId);
    if (undone === undefined)
      throw new Problem(404, 'not-found', 'There is no such correction on this card.');
    const already = card.history.find((row) => row.undoes === correctionId);
    if (already !== undefined)
      throw new Problem(409, 'already-undone', `${already.by} has undone this already.`);
    const undoing: Correction = { id: NEXT, kind: 'undo', undoes: correctionId as CorrectionId };
    const input = { ...card.input, corrections: [...card.input.corrections, undoing] };
    const change: Change = { ...NO_CHANGE, kind: 'undo', undoes: correctionId };
    return { change, at: undone.at as Instant | null, input, computed: compute(input, true) };
  });
}

/** Who makes a correction. */
export interface Author {
  readonly id: number;
  readonly name: string;
}

type Change = Pick<
  typeof correction.$inferSelect,
  'kind' | 'punchId' | 'at' | 'punchKind' | 'siteId' | 'jobId' | 'undoes' | 'exceptionKey' | 'note'
>;
const NO_CHANGE = {
  punchId: null,
  at: null,
  punchKind: null,
  siteId: null,
  jobId: null,
  undoes: null,
  exceptionKey: null,
  note: '',
};

interface Correcting {
  readonly change: Change;
  /** The instant at which something changes. */
  readonly at: Instant | null;
  readonly input: PersonInput;
  readonly computed: Computed;
}

/** What is kept of a correction as the answer to its write. */
interface Kept {
  readonly correctionId: number;
}

/** Stands for the reply of a write that was answered before. */
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
  user: Author,
  key: CardKey,
  correct: (card: LockedCard) => Correcting,
): Promise<SettleReply> {
  try {
    const done = await answered<SettleReply | Kept>(context.database, write, () =>
      keepInOneTransaction(context, write, user, key, correct),
    );
    return 'card' in done ? done : await replyTo(context, key, done);
  } catch (error) {
    if (error instanceof Answered) return replyTo(context, key, error.kept);
    throw error;
  }
}

const replyTo = ({ database, clock }: Context, key: CardKey, { correctionId }: Kept): Promise<SettleReply> =>
  afterwards(async () => {
    const read = await readCard(database, key, clock.now(), (...all) => sendAlone(database, ...all), false);
    if (read === undefined) throw new Error('The card of a correction is gone.');
    const computed = compute(read.input, true);
    const results = cardResults(read.input, computed);
    return { correctionId, card: cardView(read.subject, read.input, computed, results, read.history) };
  });

function keepInOneTransaction(
  context: Context,
  write: Write | null,
  user: Author,
  key: CardKey,
  correct: (card: LockedCard) => Correcting,
): Promise<SettleReply> {
  return inTransaction(context.database, async (trip) => {
    const card = await openLocked(context, unlessAnswered(write, trip), key);
    const { change, at, input, computed } = correct(card);
    const results = cardResults(input, computed);
    const values = {
      ...change,
      ...key,
      payableBefore: payableHours(classSums(card.before.lines)),
      payableAfter: results.payableHours,
      madeBy: user.id,
      madeAt: context.clock.now(),
    };
    const until = (of: PersonInput) => (at === null ? 0 : runAround(of, at).to);
    // With the change and without: what it divides hung together before.
    const to = instant(Math.max(until(card.input), until(input)));
    const neighbors = at === null ? [] : await neighborsTouched(context, card.subject, { from: at, to });
    const answer =
      write === null ? [] : [keepAnswer(write, sql`JSON_OBJECT('correctionId', LAST_INSERT_ID())`)];
    return {
      last: [insertCorrection(values), ...answer, storeResults(key, results), ...neighbors],
      result: ([inserted]) => {
        if (neighbors.length > 0) context.nudge();
        const { insertId } = inserted as { insertId: number };
        const history = [...card.history, { ...values, id: insertId, by: user.name }];
        return { correctionId: insertId, card: cardView(card.subject, input, computed, results, history) };
      },
    };
  });
}

/** Sends with the first statements, behind the lock, the question whether this write was done before; throws `Answered` where it was. */
function unlessAnswered(write: Write | null, trip: Trip): Trip['send'] {
  if (write === null) return trip.send;
  return async (...statements) => {
    const sent = await trip.send(...statements, answerQuery(write));
    const before = answerIn(write, sent.pop());
    if (before !== undefined) throw new Answered(before.result as Kept);
    return sent;
  };
}

/** What happens near a period's end also matters to the period beside it: what marks those cards, and asks for them to be computed. */
async function neighborsTouched(
  { database }: Context,
  subject: CardSubject,
  span: Span,
): Promise<Statement[]> {
  const [first, last] = [span.from, span.to].map((at) => Math.floor(at / SECONDS_PER_DAY)) as [
    number,
    number,
  ];
  // No workweek and no shift reaches from here into another period.
  if (first > subject.firstDay + 1 && last < subject.lastDay - 1 && startsOnPeriod(subject)) return [];
  const neighbors = (await periodsTouched(database, [subject.personId], span)).filter(
    (period) => period.id !== subject.periodId,
  );
  return neighbors.flatMap(({ id }) => [
    statement(touchQuery([id], [subject.personId])),
    statement(askForRecomputeQuery(id)),
  ]);
}

/** The period consists of whole workweeks, and nothing counts together across its ends. */
const startsOnPeriod = ({ firstDay, lastDay, editions }: CardSubject): boolean => {
  const reach = inputSpan(firstDay, lastDay, editions);
  return reach.first >= firstDay && reach.last <= lastDay;
};

function stillOpen({ before, history }: LockedCard, key: string): Exception {
  const exception = before.exceptions.find((candidate) => candidate.key === key);
  if (exception !== undefined) return exception;
  const first = history.findLast((row) => row.exceptionKey === key);
  if (first === undefined) throw new Problem(409, 'stale', 'There is nothing left to settle here.');
  throw new Problem(409, 'already-settled', `${first.by} has settled this already.`, {
    settled: {
      by: first.by,
      madeAt: instantToIso(first.madeAt as Instant),
      at: first.at === null ? null : instantToIso(first.at as Instant),
    },
  });
}
