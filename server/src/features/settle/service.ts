import type { SettlePreview, SettleRequest } from '@heath/contract';
import {
  type Correction,
  type CorrectionId,
  classSums,
  compute,
  type Exception,
  type Instant,
  instant,
  instantToIso,
  type PersonId,
  type PersonInput,
  payableHundredths,
  SECONDS_PER_DAY,
  workday,
} from '@heath/core';
import { askForRecompute, isSealed, periodsTouched, touchCards } from '../../computing/cards.ts';
import { periodInputs, personInputs } from '../../computing/inputs.ts';
import { cardResults } from '../../computing/results.ts';
import type { Queries } from '../../database/connect.ts';
import type { correction } from '../../database/schema.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { addCorrection, correctionsOf, findCorrection, lockCard, storeResults } from './store.ts';

interface OpenedCard {
  readonly input: PersonInput;
  readonly siteId: number;
}

/** The card's inputs, its row locked; refused where the period is sealed. */
async function openLocked(
  tx: Queries,
  context: Context,
  periodId: number,
  personId: number,
): Promise<OpenedCard> {
  const locked = await lockCard(tx, periodId, personId);
  if (locked === undefined) throw new Problem(404, 'not-found', 'This person has no card in this period.');
  if (await isSealed(tx, periodId)) {
    throw new Problem(409, 'sealed', 'This period is handed off. Its cards stay as they were sent.');
  }
  const inputs = await periodInputs(tx, locked);
  const person = { id: personId as PersonId, groupId: locked.groupId };
  const [input] = await personInputs(tx, inputs, [person], context.clock.now());
  return { input: input!, siteId: locked.siteId };
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

/** The card with one correction more, and whether that leaves the exception open. */
function withCorrection(input: PersonInput, correction: Correction) {
  const after = { ...input, corrections: [...input.corrections, correction] };
  return { after, computed: compute(after) };
}

/** An id above all others, for a correction that is only tried. */
const TRIED = Number.MAX_SAFE_INTEGER as CorrectionId;

function mustSettle(exception: Exception, computed: ReturnType<typeof compute>): void {
  if (computed.exceptions.some((left) => left.key === exception.key)) {
    throw new Problem(
      422,
      'invalid',
      'That time is too far from the punch it should pair with, or another punch lies between.',
      {
        field: 'at',
      },
    );
  }
}

/** What settling would change; nothing is written. */
export async function previewSettle(
  context: Context,
  periodId: number,
  personId: number,
  request: SettleRequest,
): Promise<SettlePreview> {
  return context.database.transaction(async (tx) => {
    const { input } = await openLocked(tx, context, periodId, personId);
    const before = compute(input);
    const exception = await stillOpen(tx, before.exceptions, request.exception, personId);
    const { computed } = withCorrection(input, missingPunch(exception, instant(request.at), TRIED));
    mustSettle(exception, computed);
    return {
      before: classSums(before.lines),
      after: classSums(computed.lines),
      toSettle: computed.exceptions.filter((left) => left.holdsUpHandoff).length,
    };
  });
}

/** Settles a missing punch. Of two people who do so at once, the second is told who was first and with what. */
export async function settle(
  context: Context,
  userId: number,
  periodId: number,
  personId: number,
  request: SettleRequest,
): Promise<number> {
  const id = await context.database.transaction(async (tx) => {
    const { input, siteId } = await openLocked(tx, context, periodId, personId);
    const before = compute(input);
    const exception = await stillOpen(tx, before.exceptions, request.exception, personId);
    const tried = missingPunch(exception, instant(request.at), TRIED);
    const { after, computed } = withCorrection(input, tried);
    mustSettle(exception, computed);
    const results = cardResults(after, computed);
    const correctionId = await addCorrection(tx, {
      personId,
      periodId,
      kind: 'add',
      at: tried.at,
      punchKind: tried.punchKind,
      siteId,
      jobId: tried.job,
      exceptionKey: exception.key,
      note: request.note,
      payableBefore: payableHundredths(classSums(before.lines)),
      payableAfter: results.payableHundredths,
      madeBy: userId,
      madeAt: context.clock.now(),
    });
    await storeResults(tx, periodId, personId, results);
    await touchNeighbors(tx, periodId, personId, tried.at);
    return correctionId;
  });
  context.nudge();
  return id;
}

/** Takes a correction back, as a correction of its own. */
export async function undo(
  context: Context,
  userId: number,
  periodId: number,
  personId: number,
  correctionId: number,
): Promise<number> {
  const id = await context.database.transaction(async (tx) => {
    const { input } = await openLocked(tx, context, periodId, personId);
    const undone = await findCorrection(tx, correctionId);
    if (undone === undefined || undone.personId !== personId || undone.periodId !== periodId) {
      throw new Problem(404, 'not-found', 'There is no such correction on this card.');
    }
    const history = await correctionsOf(tx, personId);
    const already = history.find((c) => c.undoes === correctionId);
    if (already !== undefined) {
      throw new Problem(409, 'already-undone', `${already.by} has undone this already.`);
    }
    const before = compute(input);
    const { after, computed } = withCorrection(input, {
      id: TRIED,
      kind: 'undo',
      undoes: correctionId as CorrectionId,
    });
    const results = cardResults(after, computed);
    const values: typeof correction.$inferInsert = {
      personId,
      periodId,
      kind: 'undo',
      undoes: correctionId,
      note: '',
      payableBefore: payableHundredths(classSums(before.lines)),
      payableAfter: results.payableHundredths,
      madeBy: userId,
      madeAt: context.clock.now(),
    };
    const undoId = await addCorrection(tx, values);
    await storeResults(tx, periodId, personId, results);
    if (undone.at !== null) await touchNeighbors(tx, periodId, personId, undone.at as Instant);
    return undoId;
  });
  context.nudge();
  return id;
}

/** A punch near a period's end also matters to the period beside it. */
async function touchNeighbors(tx: Queries, periodId: number, personId: number, at: Instant): Promise<void> {
  const day = workday(Math.floor(at / SECONDS_PER_DAY));
  const neighbors = (await periodsTouched(tx, day, day)).filter((period) => period.id !== periodId);
  await touchCards(
    tx,
    neighbors.map((period) => period.id),
    [personId],
  );
  for (const { id } of neighbors) if (!(await isSealed(tx, id))) await askForRecompute(tx, id);
}

async function stillOpen(
  tx: Queries,
  exceptions: readonly Exception[],
  key: string,
  personId: number,
): Promise<Exception> {
  const exception = exceptions.find((candidate) => candidate.key === key);
  if (exception !== undefined) return exception;
  const settled = (await correctionsOf(tx, personId)).findLast((c) => c.exceptionKey === key);
  if (settled === undefined) throw new Problem(409, 'stale', 'There is nothing left to settle here.');
  throw new Problem(409, 'already-settled', `${settled.by} has settled this already.`, {
    settled: {
      by: settled.by,
      madeAt: instantToIso(settled.madeAt as Instant),
      at: settled.at === null ? null : instantToIso(settled.at as Instant),
    },
  });
}
