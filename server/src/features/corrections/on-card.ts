import type { CorrectRequest, SettleRequest } from '@heath/contract';
import {
  asksWhy,
  type Computed,
  type Correction,
  compute,
  correctionId,
  correctionKind,
  correctionsInForce,
  type DaySpan,
  daysChanged,
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
  wallOf,
  workday,
  workdayInWords,
} from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { type CardKey, type ReadCard, readCard } from '../../cards/read-card.ts';
import { type Send, type Statement, statement } from '../../database/round-trip.ts';
import type { Context } from '../../http/context.ts';
import { askForRecomputeQuery, periodsTouched, touchQuery } from '../../recompute/stale-cards.ts';
import type { CardSubject } from '../../records/subjects.ts';
import { isOwn, reaches, type Who } from '../../rights/who.ts';
import type { NewCorrection } from './store.ts';

/** A card whose row is locked, computed as it stands before any change. */
export interface LockedCard extends ReadCard {
  readonly before: Computed;
  /** Whether to compute reasons. Off for bulk changes, which show none. */
  readonly withReasons: boolean;
  /** Id of the next correction until it is stored: higher than any stored id. */
  readonly nextId: Correction['id'];
}

/** Placeholder id of an unsaved correction, higher than any stored id. */
export const NO_ID_YET = correctionId(2 ** 52);

/** Locks the row of a card and computes the card. Throws where it is out of reach, or the user's own. */
export async function openLocked(
  { database, clock }: Context,
  who: Who,
  send: Send,
  key: CardKey,
  nextId: () => Correction['id'] = () => NO_ID_YET,
): Promise<LockedCard> {
  const read = await readCard(database, key, clock.now(), send, true);
  return opened(who, read, true, nextId());
}

/** Computes a locked card. Throws where there is none within reach, or it is the user's own. */
export function opened(
  who: Who,
  read: ReadCard | undefined,
  withReasons: boolean,
  nextId = NO_ID_YET,
): LockedCard {
  if (read === undefined || !reaches(who, read.subject))
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  if (isOwn(who, read.subject))
    throw new Problem(403, 'own-card', 'This is your own card: somebody else corrects and approves it.');
  return { ...read, before: compute(read.input), withReasons, nextId };
}

/** Throws where the card is sealed: in bulk nobody decides on each difference that would follow. */
export function refuseSealed({ subject }: LockedCard): void {
  if (subject.sealed)
    throw new Problem(
      409,
      'sealed',
      'This period is handed off. Correct its cards one by one: each is then a difference.',
    );
}

/** Throws where time is stated that has not come yet. Leave and plans alone may lie ahead. */
function refuseFuture({ input: { asOf, zones }, subject }: LockedCard, says: Says, field: string): void {
  if (asOf === null) return;
  const refused = (what: string, upTo: string) =>
    new Problem(422, 'invalid', `${what} has not come yet. Give ${upTo}.`, { field });
  const today = workday(Math.floor(wallOf(zones.of(subject.zone), asOf) / SECONDS_PER_DAY));
  if ('at' in says && says.at > asOf) throw refused('That time', 'one that has passed');
  if (says.kind === 'flat-hours' && says.as !== 'leave' && says.workday > today)
    throw refused(workdayInWords(says.workday), `a day up to ${workdayInWords(today)}, or leave`);
}

/** Correction that adds the missing punch at this time. */
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

/** The card with one more correction, computed with its reasons. */
function corrected(card: LockedCard, says: Says): { input: PersonInput; computed: Computed } {
  const { input, withReasons, nextId } = card;
  // Of many on one card that are not written yet, each has a number of its own.
  const id = nextId === NO_ID_YET ? correctionId(NO_ID_YET + input.corrections.length) : nextId;
  const correction: Correction = { id, ...says };
  const more = { ...input, corrections: [...input.corrections, correction] };
  const computed = compute(more, withReasons);
  refuseLocked(card, computed);
  return { input: more, computed };
}

/** Throws where what is paid for days that are locked would change. */
function refuseLocked({ subject, before }: LockedCard, after: Computed): void {
  const { lockedUntil } = subject;
  if (lockedUntil === null || lockedUntil < subject.firstDay) return;
  const locked = ({ lines }: Computed) =>
    JSON.stringify(lines.filter(({ workday }) => workday >= subject.firstDay && workday <= lockedUntil));
  if (locked(before) !== locked(after))
    throw new Problem(
      409,
      'sealed',
      `Days up to ${workdayInWords(lockedUntil)} are locked: what is paid for them stays as it is. Whoever makes pay periods can move the lock.`,
    );
}

/** The card with the exception settled. Throws where the time does not settle it, or somebody was faster. */
export function settled(card: LockedCard, request: Pick<SettleRequest, 'exception' | 'at'>) {
  const exception = stillOpen(card, request.exception);
  const says = missingPunch(exception, instant(request.at));
  refuseFuture(card, says, 'at');
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

/** A correction as it is asked for. The note is null for a preview. */
interface Asked extends Pick<CorrectRequest, 'says' | 'settles'> {
  readonly note: string | null;
}

/** Throws where an exception is settled that the rulebook asks about, and nobody says why: accepted, not worked, leave, whatever the way. */
function checkWhy({ before }: LockedCard, { says, settles, note }: Asked): void {
  if (note === null || note.trim() !== '') return;
  const key = settles ?? (says.kind === 'accept' ? says.exception : undefined);
  if (before.exceptions.some((one) => one.key === key && asksWhy(one)))
    throw new Problem(422, 'invalid', 'The rulebook asks why before this is settled: give a reason.', {
      field: 'note',
    });
}

/**
 * The card with a correction. Throws where it is about nothing that there is, changes nothing of this card, or settles nothing; where a
 * reason is asked for and there is none.
 */
export function asSaid(card: LockedCard, asked: Asked) {
  const { says, settles } = asked;
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
  refuseFuture(card, says, 'at' in says ? 'says.at' : 'says.workday');
  const { punches = [], corrections = [] } = correctionKind(says.kind).touched(says);
  if (punches.some((punch) => !card.input.punches.some(({ id }) => id === punch)))
    throw new Problem(422, 'invalid', 'There is no such punch on this card.', { field: 'says.punch' });
  const inForce = correctionsInForce(card.input.corrections);
  if (corrections.some((added) => !inForce.some(({ id, kind }) => id === added && kind === 'add')))
    throw new Problem(422, 'invalid', 'No punch of this card was added by that correction, or it is gone.', {
      field: 'says.instead',
    });
  const exception = settles === undefined ? undefined : stillOpen(card, settles);
  checkWhy(card, asked);
  const after = corrected(card, says);
  const touched = touchedBy(after.input);
  const { firstDay, lastDay } = card.subject;
  if (touched === null || touched.last < firstDay || touched.first > lastDay)
    throw new Problem(422, 'invalid', 'It changes nothing in this period.', { field: 'says' });
  if (exception !== undefined && after.computed.exceptions.some(({ key }) => key === exception.key))
    throw new Problem(422, 'invalid', 'That does not settle the exception: it is still there.', {
      field: 'settles',
    });
  return {
    ...after,
    says,
    settles: exception?.key ?? null,
    workday: exception?.workday ?? workdayOf(card, says, after),
  };
}

/** The workday that a correction is about: the one that it names, or the first of the period on which something becomes other. */
function workdayOf(
  { subject, before }: LockedCard,
  says: Says,
  { input, computed }: Pick<Change, 'input' | 'computed'>,
): Workday {
  if ('workday' in says) return says.workday;
  const { firstDay: first, lastDay: last } = subject;
  return daysChanged({ before, after: computed }, { first, last })[0] ?? firstDayTouched(subject, input);
}

/** The first workday of the period that the last correction of an input can change. */
function firstDayTouched({ firstDay, lastDay }: CardSubject, input: PersonInput): Workday {
  const first = touchedBy(input)?.first ?? firstDay;
  return first < firstDay || first > lastDay ? firstDay : first;
}

/** The workdays that the last correction of an input can change. */
export function touchedBy(input: PersonInput): DaySpan | null {
  const last = input.corrections[input.corrections.length - 1];
  return last === undefined ? null : daysTouched(last, input);
}

/** What a correction says: its kind and its settings. */
export type Says = CorrectRequest['says'];

/** A card with one more correction. */
export interface Change {
  readonly says: Says;
  readonly settles: string | null;
  /** The workday that it is about. */
  readonly workday: Workday;
  /** The card's input with it, last. */
  readonly input: PersonInput;
  readonly computed: Computed;
}

/** Statements that mark the cards of neighboring periods as stale where the correction lies near the period's end, and add their tasks. */
export async function neighborsTouched(
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

/** The exception of a key that is still open on a card. Throws where it is not, with who was first and how. */
export function stillOpen({ before, history }: LockedCard, key: string): Exception {
  const exception = before.exceptions.find((candidate) => candidate.key === key);
  if (exception !== undefined) return exception;
  const first = history.findLast((row) => row.settles === key);
  if (first === undefined) throw new Problem(409, 'stale', 'There is nothing left to settle here.');
  const { at }: { readonly at?: unknown } = first.says;
  throw new Problem(409, 'already-settled', `${first.by} has settled this already.`, {
    settled: {
      by: first.by,
      madeAt: instantToIso(first.madeAt),
      at: typeof at === 'number' ? instantToIso(instant(at)) : null,
    },
  });
}

/**
 * What has to be taken back for a correction to hold no longer: itself, or what brought it back after it was taken back. Throws where it does
 * not hold.
 */
function lastWordOn({ history }: LockedCard, id: number): number {
  for (let last = id; ; ) {
    const undone = history.find(({ undoes }) => undoes === last);
    if (undone === undefined) return last;
    const broughtBack = history.find(({ undoes }) => undoes === undone.id);
    if (broughtBack === undefined)
      throw new Problem(409, 'already-undone', `${undone.by} has undone this already.`);
    last = broughtBack.id;
  }
}

/** The card with one of its corrections taken back. Throws where that is done already. */
export function takenBack(card: LockedCard, periodId: number, id: number): Change {
  const undone = card.history.find((row) => row.id === id && row.periodId === periodId);
  if (undone === undefined) throw new Problem(404, 'not-found', 'There is no such correction on this card.');
  const says: Says = { kind: 'undo', undoes: correctionId(lastWordOn(card, id)) };
  return { ...corrected(card, says), says, settles: null, workday: undone.workday };
}

/** Row of a change. */
export function rowOf(
  key: CardKey,
  card: Pick<LockedCard, 'history'>,
  { says, settles, workday, input }: Change,
  more: Pick<NewCorrection, 'note' | 'payableBefore' | 'payableAfter' | 'madeBy' | 'madeAt'>,
) {
  const touched = touchedBy(input);
  const { kind, ...settings } = says;
  return {
    ...key,
    kind,
    says: settings,
    workday,
    firstDay: touched?.first ?? null,
    lastDay: touched?.last ?? null,
    settles,
    turn: card.history.filter((row) => settles !== null && row.settles === settles).length,
    ...more,
  };
}
