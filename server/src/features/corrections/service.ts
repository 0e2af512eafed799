import type { CorrectRequest, SettlePreview, SettleReply, SettleRequest } from '@heath/contract';
import {
  type Computed,
  type Correction,
  classSums,
  compute,
  correctionId,
  correctionKind,
  type DaySpan,
  daysTouched,
  type Exception,
  type Instant,
  inputSpan,
  instant,
  instantToIso,
  isMissingPunch,
  type PersonInput,
  SECONDS_PER_DAY,
  type Workday,
  workweekOf,
} from '@heath/core';
import { sql } from 'drizzle-orm';
import { askForRecomputeQuery, periodsTouched, touchQuery } from '../../computing/cards.ts';
import { type CardKey, type ReadCard, readCard } from '../../computing/read-card.ts';
import { cardResults } from '../../computing/results.ts';
import { storeChangedCard } from '../../computing/store-cards.ts';
import { stripChange } from '../../computing/strip-change.ts';
import type { CardSubject } from '../../computing/subjects.ts';
import { cardView, segmentView, shiftView } from '../../computing/view.ts';
import { answered, answerIn, answerQuery, keepAnswer, type Write } from '../../database/answered.ts';
import { happenedQuery } from '../../database/happened.ts';
import {
  inTransaction,
  type Send,
  type Statement,
  sendAlone,
  statement,
  type Trip,
} from '../../database/round-trip.ts';
import { department, job, site } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { afterwards } from '../../http/write.ts';
import { isOwn, reaches, somebody, type Who } from '../../rights/who.ts';
import { exists, insertCorrection } from './store.ts';

interface LockedCard extends ReadCard {
  readonly before: Computed;
}

/** The card with its row locked, computed as it stands; refused where it is out of reach, their own, or sealed. */
async function openLocked(
  { database, clock }: Context,
  who: Who,
  send: Send,
  key: CardKey,
): Promise<LockedCard> {
  const read = await readCard(database, key, clock.now(), send, true);
  if (read === undefined || !reaches(who, read.subject))
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  if (isOwn(who, read.subject))
    throw new Problem(403, 'own-card', 'This is your own card: somebody else corrects and approves it.');
  if (read.subject.sealed) {
    throw new Problem(409, 'sealed', 'This period is handed off. Its cards stay as they were sent.');
  }
  return { ...read, before: compute(read.input) };
}

/** What would settle a missing punch: what was missing, at the time given. */
function missingPunch({ kind, punch }: Exception, at: Instant): Says {
  const settlesOut = kind === 'missing-out';
  if (punch === null || !isMissingPunch({ kind }))
    throw new Problem(422, 'invalid', 'A time cannot settle this: no punch is missing here.', {
      field: 'exception',
    });
  if (settlesOut ? at <= punch.at : at >= punch.at) {
    const reason = settlesOut ? 'The out must be after the in.' : 'The in must be before the out.';
    throw new Problem(422, 'invalid', reason, { field: 'at' });
  }
  const { zone, job, department, site } = punch;
  return { kind: 'add', at, punchKind: settlesOut ? 'out' : 'in', zone, job, department, site, note: null };
}

/** An id above all others, for a correction that is not written yet. */
const NEXT = correctionId(Number.MAX_SAFE_INTEGER);

/** The card with one more correction, computed with its reasons. */
function corrected({ input }: LockedCard, says: Says): { input: PersonInput; computed: Computed } {
  const correction: Correction = { id: NEXT, ...says };
  const more = { ...input, corrections: [...input.corrections, correction] };
  return { input: more, computed: compute(more, true) };
}

/** The card with the exception settled. Throws where the time does not settle it, or somebody was faster. */
function settled(card: LockedCard, request: SettleRequest) {
  const exception = stillOpen(card, request.exception);
  const says = missingPunch(exception, instant(request.at));
  const after = corrected(card, says);
  if (after.computed.exceptions.some((left) => left.key === exception.key)) {
    throw new Problem(
      422,
      'invalid',
      'That time is too far from the punch it should pair with, or another punch lies between.',
      { field: 'at' },
    );
  }
  return { ...after, says, settles: exception.key, workday: exception.workday };
}

/** The card before and after a change; nothing is written. */
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
      toSettle: computed.exceptions.filter((left) => left.severity === 'holds up').length,
    };
    return { last: [], happened: null, result: () => previewed };
  });
}

/** What settling would change; nothing is written. */
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

/** The card with a correction. Throws where it is about nothing that there is, changes nothing of this card, or settles nothing. */
function asSaid(card: LockedCard, { says, settles }: CorrectRequest) {
  const [objection] = correctionKind(says.kind).objections(says);
  if (objection !== undefined)
    throw new Problem(422, 'invalid', objection.reason, { field: `says.${objection.field}` });
  if (says.kind === 'undo')
    throw new Problem(
      422,
      'invalid',
      'A correction is taken back at its own address: …/corrections/:id/undo.',
      {
        field: 'says.kind',
      },
    );
  const { punches = [] } = correctionKind(says.kind).touched(says);
  if (punches.some((punch) => !card.input.punches.some(({ id }) => id === punch)))
    throw new Problem(422, 'invalid', 'There is no such punch on this card.', { field: 'says.punch' });
  const exception = settles === undefined ? undefined : stillOpen(card, settles);
  const after = corrected(card, says);
  const touched = touchedBy(after.input);
  const { firstDay, lastDay } = card.subject;
  if (touched === null || touched.last < firstDay || touched.first > lastDay)
    throw new Problem(422, 'invalid', 'It changes nothing in this period.', { field: 'says' });
  if (exception !== undefined && after.computed.exceptions.some(({ key }) => key === exception.key))
    throw new Problem(422, 'invalid', 'That does not settle the exception: it is still there.', {
      field: 'settles',
    });
  const workday = exception?.workday ?? firstDayTouched(card.subject, after.input);
  return { ...after, says, settles: exception?.key ?? null, workday };
}

/** What a correction would change; nothing is written. */
export async function previewCorrect(
  context: Context,
  who: Who,
  key: CardKey,
  request: CorrectRequest,
): Promise<SettlePreview> {
  await checkPlaces(context, request);
  return preview(context, who, key, (card) => asSaid(card, request));
}

/** Makes a correction of any kind but an undo. */
export async function correct(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  request: CorrectRequest,
): Promise<SettleReply> {
  await checkPlaces(context, request);
  return keep(context, write, who, key, (card) => ({ ...asSaid(card, request), note: request.note }));
}

/** Jobs, departments and sites that a correction names are those that there are. */
async function checkPlaces({ database }: Context, { says }: CorrectRequest): Promise<void> {
  const given: Readonly<Record<string, unknown>> = { ...says };
  for (const [field, table] of [
    ['job', job],
    ['department', department],
    ['site', site],
  ] as const) {
    const id = given[field];
    if (typeof id === 'number' && !(await exists(database, table, id)))
      throw new Problem(422, 'invalid', `There is no such ${field}.`, { field: `says.${field}` });
  }
}

/** Takes a correction back, as a correction of its own. */
export async function undo(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  id: number,
): Promise<SettleReply> {
  return keep(context, write, who, key, (card) => {
    const undone = card.history.find((row) => row.id === id && row.periodId === key.periodId);
    if (undone === undefined)
      throw new Problem(404, 'not-found', 'There is no such correction on this card.');
    const already = card.history.find((row) => row.undoes === id);
    if (already !== undefined)
      throw new Problem(409, 'already-undone', `${already.by} has undone this already.`);
    const says: Says = { kind: 'undo', undoes: correctionId(id) };
    return { ...corrected(card, says), says, settles: null, note: '' };
  });
}

/** The first workday of the period that the last correction of an input can change. */
function firstDayTouched({ firstDay, lastDay }: CardSubject, input: PersonInput): Workday {
  const first = touchedBy(input)?.first ?? firstDay;
  return first < firstDay || first > lastDay ? firstDay : first;
}

/** The workdays that the last correction of an input can change. */
function touchedBy(input: PersonInput): DaySpan | null {
  const last = input.corrections[input.corrections.length - 1];
  return last === undefined ? null : daysTouched(last, input);
}

/** What a correction says: its kind and its settings. */
type Says = CorrectRequest['says'];

/** What a correction makes of a card. */
interface Change {
  readonly says: Says;
  readonly settles: string | null;
  /** The card's input with it, last. */
  readonly input: PersonInput;
  readonly computed: Computed;
}

interface Correcting extends Change {
  readonly note: string;
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
  who: Who,
  key: CardKey,
  correct: (card: LockedCard) => Correcting,
): Promise<SettleReply> {
  try {
    const done = await answered<SettleReply | Kept>(context.database, who, write, () =>
      keepInOneTransaction(context, write, who, key, correct),
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
    const card = cardView(read.subject, read.input, computed, results, read.history);
    return { correctionId, card, change: null };
  });

function keepInOneTransaction(
  context: Context,
  write: Write | null,
  who: Who,
  key: CardKey,
  correct: (card: LockedCard) => Correcting,
): Promise<SettleReply> {
  const by = { userId: somebody(who), at: context.clock.now() };
  return inTransaction(context.database, async (trip) => {
    const card = await openLocked(context, who, unlessAnswered(who, write, trip), key);
    const { says, settles, note, input, computed } = correct(card);
    const before = cardResults(card.input, card.before);
    const results = cardResults(input, computed);
    const touched = touchedBy(input);
    const { kind, ...settings } = says;
    const values = {
      ...key,
      kind,
      says: settings,
      punchId: 'punch' in says ? says.punch : null,
      at: 'at' in says ? says.at : null,
      undoes: 'undoes' in says ? says.undoes : null,
      firstDay: touched?.first ?? null,
      lastDay: touched?.last ?? null,
      settles,
      turn: card.history.filter((row) => settles !== null && row.settles === settles).length,
      note,
      payableBefore: before.payableHours,
      payableAfter: results.payableHours,
      madeBy: by.userId,
      madeAt: by.at,
    };
    const neighbors = touched === null ? [] : await neighborsTouched(context, card.subject, touched);
    const answer =
      write === null ? [] : [keepAnswer(who, write, sql`JSON_OBJECT('correctionId', LAST_INSERT_ID())`)];
    return {
      // What happened is about the last that was inserted with a number of its own: the correction.
      last: [
        ...neighbors,
        insertCorrection(values),
        ...answer,
        storeChangedCard({ subject: card.subject, results }),
      ],
      happened: happenedQuery(by, {
        what: kind === 'undo' ? 'undone' : 'corrected',
        about: 'correction',
        aboutId: sql<number>`LAST_INSERT_ID()`,
        before: { payableHours: values.payableBefore },
        after: { payableHours: values.payableAfter },
      }),
      result: (sent) => {
        if (neighbors.length > 0) context.nudge();
        const { insertId } = sent[neighbors.length] as { insertId: number };
        const history = [...card.history, { ...values, says: settings, id: insertId, by: who.name }];
        const told = withId(computed, correctionId(insertId));
        return {
          correctionId: insertId,
          card: cardView(card.subject, input, told, results, history),
          change: stripChange(before, results, card.subject),
        };
      },
    };
  });
}

/** What was computed before the correction had its number, with that number among the reasons. */
const withId = (computed: Computed, id: Correction['id']): Computed => ({
  ...computed,
  reasons: computed.reasons.map((reason) =>
    reason.step === 'correction' && reason.correction.id === NEXT
      ? { ...reason, correction: { ...reason.correction, id } }
      : reason,
  ),
});

/** Sends with the first statements, behind the lock, the question whether this write was done before; throws `Answered` where it was. */
function unlessAnswered(who: Who, write: Write | null, trip: Trip): Send {
  if (write === null) return trip.send;
  return async (...statements) => {
    const sent = await trip.send(...statements, answerQuery(who, write));
    const before = answerIn(write, sent.pop());
    if (before !== undefined) throw new Answered(before.result as Kept);
    return sent;
  };
}

/** What happens near a period's end also matters to the period beside it: what marks those cards, and asks for them to be computed. */
async function neighborsTouched(
  { database }: Context,
  subject: CardSubject,
  { first, last }: DaySpan,
): Promise<Statement[]> {
  // No workweek and no shift reaches from here into another period.
  if (first >= subject.firstDay && last <= subject.lastDay && startsOnPeriod(subject)) return [];
  const span = { from: instant(first * SECONDS_PER_DAY), to: instant((last + 1) * SECONDS_PER_DAY) };
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
  const first = history.findLast((row) => row.settles === key);
  if (first === undefined) throw new Problem(409, 'stale', 'There is nothing left to settle here.');
  const { at }: { readonly at?: unknown } = first.says;
  throw new Problem(409, 'already-settled', `${first.by} has settled this already.`, {
    settled: {
      by: first.by,
      madeAt: instantToIso(first.madeAt as Instant),
      at: typeof at === 'number' ? instantToIso(instant(at)) : null,
    },
  });
}
