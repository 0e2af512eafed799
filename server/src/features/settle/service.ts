import type { SettlePreview, SettleReply, SettleRequest } from '@heath/contract';
import {
  type Computed,
  type Correction,
  type CorrectionId,
  classSums,
  compute,
  type Exception,
  type Instant,
  instant,
  instantToIso,
  type PersonInput,
  payableHundredths,
  SECONDS_PER_DAY,
  workday,
} from '@heath/core';
import { askForRecompute, isSealed, periodsTouched, touchCards } from '../../computing/cards.ts';
import { type CorrectionRow, correctionsOf } from '../../computing/history.ts';
import { personInputs } from '../../computing/inputs.ts';
import { cardResults } from '../../computing/results.ts';
import { type CardSubject, cardSubject } from '../../computing/subjects.ts';
import { cardView } from '../../computing/view.ts';
import type { Queries } from '../../database/connect.ts';
import type { correction } from '../../database/schema.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { addCorrection, lockCard, storeResults } from './store.ts';

/** The card that a request is about. */
export interface CardKey {
  readonly periodId: number;
  readonly personId: number;
}

interface LockedCard {
  readonly subject: CardSubject;
  readonly input: PersonInput;
  readonly before: Computed;
  readonly history: readonly CorrectionRow[];
}

/** The card with its row locked, computed as it stands; refused where the period is sealed. */
async function openLocked(
  tx: Queries,
  { clock }: Context,
  { periodId, personId }: CardKey,
): Promise<LockedCard> {
  await lockCard(tx, periodId, personId);
  const subject = await cardSubject(tx, periodId, personId);
  if (subject === undefined) throw new Problem(404, 'not-found', 'This person has no card in this period.');
  if (subject.sealed) {
    throw new Problem(409, 'sealed', 'This period is handed off. Its cards stay as they were sent.');
  }
  const [input] = await personInputs(tx, [subject], clock.now());
  return { subject, input: input!, before: compute(input!), history: await correctionsOf(tx, personId) };
}

/** The punch that would settle an exception: what was missing, at the time given. */
function missingPunch(
  exception: Exception,
  at: Instant,
  id: CorrectionId,
): Extract<Correction, { kind: 'add' }> {
  const { punch } = exception;
  const settlesOut = exception.kind === 'missing-out';
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
  return context.database.transaction(async (tx) => {
    const card = await openLocked(tx, context, key);
    const { computed } = settled(card, request);
    return {
      before: classSums(card.before.lines),
      after: classSums(computed.lines),
      toSettle: computed.exceptions.filter((left) => left.holdsUpHandoff).length,
    };
  });
}

/** Settles a missing punch. Of two people who do so at once, the second is told who was first and with what. */
export function settle(
  context: Context,
  user: Author,
  key: CardKey,
  request: SettleRequest,
): Promise<SettleReply> {
  return context.database.transaction(async (tx) => {
    const card = await openLocked(tx, context, key);
    const { exception, added, input, computed } = settled(card, request);
    const change = {
      kind: 'add' as const,
      at: added.at,
      punchKind: added.punchKind,
      siteId: card.subject.siteId,
      jobId: added.job,
      exceptionKey: exception.key,
      note: request.note,
    };
    return keep(tx, context, user, card, change, input, computed);
  });
}

/** Takes a correction back, as a correction of its own. */
export function undo(
  context: Context,
  user: Author,
  key: CardKey,
  correctionId: number,
): Promise<SettleReply> {
  return context.database.transaction(async (tx) => {
    const card = await openLocked(tx, context, key);
    const undone = card.history.find((row) => row.id === correctionId && row.periodId === key.periodId);
    if (undone === undefined)
      throw new Problem(404, 'not-found', 'There is no such correction on this card.');
    const already = card.history.find((row) => row.undoes === correctionId);
    if (already !== undefined)
      throw new Problem(409, 'already-undone', `${already.by} has undone this already.`);
    const undoing: Correction = { id: NEXT, kind: 'undo', undoes: correctionId as CorrectionId };
    const input = { ...card.input, corrections: [...card.input.corrections, undoing] };
    const change = { kind: 'undo' as const, at: null, undoes: correctionId, note: '' };
    return keep(tx, context, user, card, change, input, compute(input, true), undone.at as Instant | null);
  });
}

/** Who makes a correction. */
export interface Author {
  readonly id: number;
  readonly name: string;
}

type Change = Pick<typeof correction.$inferInsert, 'kind' | 'note'> & Partial<typeof correction.$inferInsert>;

/** Writes a correction and the card it leads to. */
async function keep(
  tx: Queries,
  context: Context,
  user: Author,
  { subject, before, history }: LockedCard,
  change: Change,
  input: PersonInput,
  computed: Computed,
  at = (change.at ?? null) as Instant | null,
): Promise<SettleReply> {
  const { periodId, personId } = subject;
  const results = cardResults(input, computed);
  const values = {
    punchId: null,
    at: null,
    punchKind: null,
    siteId: null,
    jobId: null,
    undoes: null,
    exceptionKey: null,
    ...change,
    personId,
    periodId,
    payableBefore: payableHundredths(classSums(before.lines)),
    payableAfter: results.payableHundredths,
    madeBy: user.id,
    madeAt: context.clock.now(),
  };
  const id = await addCorrection(tx, values);
  await storeResults(tx, periodId, personId, results);
  if (at !== null) await touchNeighbors(tx, context, subject, at);
  const card = cardView(subject, input, computed, results, [...history, { ...values, id, by: user.name }]);
  return { correctionId: id, card };
}

/** A punch near a period's end also matters to the period beside it. */
async function touchNeighbors(
  tx: Queries,
  context: Context,
  subject: CardSubject,
  at: Instant,
): Promise<void> {
  const day = workday(Math.floor(at / SECONDS_PER_DAY));
  // No workweek and no shift reaches from here into another period.
  if (day > subject.firstDay + 7 && day < subject.lastDay - 7) return;
  const neighbors = (await periodsTouched(tx, day, day)).filter((period) => period.id !== subject.periodId);
  if (neighbors.length === 0) return;
  await touchCards(
    tx,
    neighbors.map((period) => period.id),
    [subject.personId],
  );
  for (const { id } of neighbors) if (!(await isSealed(tx, id))) await askForRecompute(tx, id);
  context.nudge();
}

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
