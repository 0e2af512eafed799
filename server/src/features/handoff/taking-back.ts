import type { HandoffBatch } from '@heath/contract';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { askForRecomputeQuery } from '../../recompute/stale-cards.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { batchView } from './batches/batch-view.ts';
import { compareAnew, forgetDifferences } from './batches/compare-anew.ts';
import { endBatch, findBatch, lockBatch, paysOfBatch, sentSince, unseal } from './batches/store.ts';
import { askWhatIsThere } from './deliveries/doubt.ts';
import { NoAnswer } from './deliveries/pay-system.ts';
import { unmatchedObjection } from './deliveries/unmatched.ts';

/**
 * Takes a batch back: before it was sent, it is reopened; after that it is declared void, only while the pay system has accepted nothing of
 * it, which it is asked about where it did not say. Its cards are open again; the batch stays as it was, and says so.
 */
export async function takeBack(
  context: Pick<Context, 'database' | 'clock' | 'payIntake'>,
  who: Who,
  write: Write | null,
  id: number,
  how: 'reopened' | 'void',
  reason: string,
): Promise<null> {
  const userId = somebody(who);
  let unanswered: string | null = null;
  try {
    await askWhatIsThere(context, id);
  } catch (error) {
    if (!(error instanceof NoAnswer)) throw error;
    unanswered = error.message;
  }
  return once(context, who, write, async (tx, tell) => {
    // Whoever delivers it holds it, too.
    await lockBatch(tx, id);
    const row = await findBatch(tx, id);
    if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
    const { state } = batchView(row);
    const objection = cannotTakeBack(state, how, unanswered) ?? (await unmatchedObjection(tx));
    if (objection !== null)
      throw new Problem(409, state === 'in doubt' || state === 'gave up' ? 'in-doubt' : 'sealed', objection);
    const ended = { ended: how, endedReason: reason, endedBy: userId, endedAt: context.clock.now() };
    const since = await sentSince(tx, row.batch);
    const sent = since.find(({ kind }) => kind !== 'waived');
    if (sent !== undefined)
      throw new Problem(
        409,
        'sealed',
        `Handoff ${sent.number ?? sent.id} goes out with what changed in this period since, and would pay it twice. Take that one back first.`,
      );
    // What was waived is waived of what was sent: without that it would be taken off.
    for (const { id: waived } of since) await endBatch(tx, waived, ended);
    await compareAnew(tx, id);
    await forgetDifferences(tx, id);
    await unseal(tx, id);
    await endBatch(tx, id, ended);
    // Its cards are open again, and computed where they changed meanwhile, also where it had no lines.
    await tx.execute(askForRecomputeQuery(row.batch.periodId));
    tell({ what: how, about: 'batch', aboutId: id, pays: paysOfBatch(id), after: { reason } });
    return null;
  });
}

/** Why a batch cannot be taken back this way; null where it can. */
function cannotTakeBack(
  state: HandoffBatch['state'],
  how: 'reopened' | 'void',
  unanswered: string | null,
): string | null {
  if (state === 'reopened' || state === 'void') return 'This batch was taken back already.';
  if (state === 'under way')
    return 'This batch is on its way to the pay system just now. Wait for the answer.';
  if (state === 'in doubt' || state === 'gave up')
    return `It is in doubt whether the pay system has this batch, so it cannot be taken back. ${unanswered ?? 'Its answer contradicts itself.'} Ask it again, or state what it has.`;
  if (state === 'accepted' || state === 'in part')
    return 'The pay system has accepted it, so people are paid by it. What is wrong goes out as a correction.';
  if (how === 'reopened' && state !== 'sealed')
    return 'This batch was sent. Declare it void instead, with a reason.';
  return how === 'void' && state === 'sealed' ? 'This batch was never sent. Reopen it instead.' : null;
}
