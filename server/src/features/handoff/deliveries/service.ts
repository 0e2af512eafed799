import { createHash } from 'node:crypto';
import { Problem } from '../../../base/problem.ts';
import { once, type Write } from '../../../database/answered.ts';
import type { Reads } from '../../../database/connect.ts';
import type { Context } from '../../../http/context.ts';
import { somebody, type Who } from '../../../rights/who.ts';
import { stateOf } from '../batches/batch-state.ts';
import { type BatchRow, findBatch, lockBatch } from '../batches/store.ts';
import { newKey } from './keys.ts';
import { linesLeft } from './of-batch.ts';
import { bytesOf } from './run.ts';
import { addDelivery, askAgain, askToDeliver } from './store.ts';
import { unmatchedObjection } from './unmatched.ts';

/**
 * Asks for a batch to be sent to the pay system, or for what it has not accepted of it. One that nobody knows the end of is sent again as the
 * same delivery.
 */
export async function deliverBatch(
  context: Pick<Context, 'database' | 'clock' | 'nudge'>,
  who: Who,
  write: Write | null,
  batchId: number,
  what: 'all' | 'rest',
): Promise<void> {
  const userId = somebody(who);
  await once(context, who, write, async (tx, tell) => {
    // Whoever takes it back holds it, too.
    await lockBatch(tx, batchId);
    const row = await findBatch(tx, batchId);
    if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
    const state = stateOf(row);
    const unmatched = await unmatchedObjection(tx);
    if (unmatched !== null) throw new Problem(409, 'not-ready', unmatched);
    // Whoever sends it asks the pay system first what it has.
    if (row.delivered === 'waiting' && row.gaveUp && row.batch.ended === null && row.deliveryId !== null) {
      await askAgain(tx, row.deliveryId);
      tell({ what: 'delivered again', about: 'delivery', aboutId: row.deliveryId, pays: 'nobody' });
      return null;
    }
    const objection = cannotSend(state, what);
    if (objection !== null) throw new Problem(409, state === 'under way' ? 'busy' : 'sealed', objection);
    if (row.file === null)
      throw new Problem(409, 'not-ready', 'This batch has no file to send: it never leaves.');
    const left = state === 'in part' ? await linesLeft(tx, row) : null;
    if (left?.length === 0) throw new Problem(409, 'sealed', 'Nothing of this batch is left to send.');
    const sha256 = await hashOf(tx, row, left);
    const id = await addDelivery(tx, {
      batchId,
      key: newKey(),
      onlyLines: left,
      sha256,
      status: 'waiting',
      madeBy: userId,
      madeAt: context.clock.now(),
    });
    await askToDeliver(tx, id);
    tell({
      what: 'delivered',
      about: 'delivery',
      aboutId: id,
      pays: 'nobody',
      after: { batchId, lines: left?.length ?? row.file.lines, sha256 },
    });
    return null;
  });
  context.nudge();
}

/** Why a batch cannot be sent; null where it can. */
function cannotSend(state: ReturnType<typeof stateOf>, what: 'all' | 'rest'): string | null {
  if (state === 'reopened' || state === 'void') return 'This batch was taken back. Nothing of it is sent.';
  if (state === 'accepted') return 'The pay system has accepted this batch already. It is never sent twice.';
  if (state === 'under way') return 'This batch is on its way to the pay system already.';
  if (state === 'in doubt')
    return 'What the pay system answered contradicts itself, so nobody knows what it has of this batch. State what it has first.';
  return state === 'in part' && what === 'all'
    ? 'The pay system has accepted part of this batch already. Send the rest of it.'
    : null;
}

async function hashOf(
  queries: Reads,
  { batch, file, firstDay, lastDay, payDay }: BatchRow,
  left: readonly number[] | null,
): Promise<string> {
  const hash = createHash('sha256');
  if (file !== null) {
    const number = batch.number ?? batch.id;
    const sealed = { id: batch.id, number, firstDay, lastDay, payDay, layout: file.layout };
    for await (const part of bytesOf(queries, sealed, left)) hash.update(part);
  }
  return hash.digest('hex');
}
