import type { HandoffBatch } from '@heath/contract';
import { askForRecomputeQuery } from '../../computing/cards.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { batchView } from './batch-view.ts';
import { compareAnew, forgetDifferences } from './compare-anew.ts';
import { endBatch, findBatch, lockBatch, sentSince, unseal } from './store.ts';

/**
 * Takes a batch back: before it was sent, it is reopened; after that it is declared void, only while the pay system has accepted nothing of
 * it. Its cards are open again; the batch stays as it was, and says so.
 */
export function takeBack(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  id: number,
  how: 'reopened' | 'void',
  reason: string,
): Promise<null> {
  const userId = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    // Whoever delivers it holds it, too.
    await lockBatch(tx, id);
    const row = await findBatch(tx, id);
    if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
    const { state } = batchView(row);
    const objection = cannotTakeBack(state, how);
    if (objection !== null) throw new Problem(409, 'sealed', objection);
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
    tell({ what: how, about: 'batch', aboutId: id, after: { reason } });
    return null;
  });
}

/** Why a batch cannot be taken back this way; null where it can. */
function cannotTakeBack(state: HandoffBatch['state'], how: 'reopened' | 'void'): string | null {
  if (state === 'reopened' || state === 'void') return 'This batch was taken back already.';
  if (state === 'under way')
    return 'This batch is on its way to the pay system just now. Wait for the answer.';
  if (state === 'accepted' || state === 'in part')
    return 'The pay system has accepted it, so people are paid by it. What is wrong goes out as a correction.';
  if (how === 'reopened' && state !== 'sealed')
    return 'This batch was sent. Declare it void instead, with a reason.';
  return how === 'void' && state === 'sealed' ? 'This batch was never sent. Reopen it instead.' : null;
}
