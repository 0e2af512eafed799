import { fileRows } from '@heath/core';
import { Problem } from '../../../base/problem.ts';
import { once, type Write } from '../../../database/answered.ts';
import type { Context } from '../../../http/context.ts';
import { headOf, linesOfBatch } from '../../../pay/batch-lines.ts';
import { touchQuery } from '../../../recompute/stale-cards.ts';
import { somebody, type Who } from '../../../rights/who.ts';
import { stateOf } from '../batches/batch-state.ts';
import { compareAnew } from '../batches/compare-anew.ts';
import { addTakenOut, findBatch, lockBatch, paysOfBatch, peopleOfLines } from '../batches/store.ts';
import { linesLeft } from './of-batch.ts';

/**
 * Takes out of a batch what the pay system did not accept of it. Its hours are then what differs between their cards and what was sent: mapped as
 * the mapping says now, they go out with the next handoff, or in a batch of their own.
 */
export function takeOutRest(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  batchId: number,
  reason: string,
): Promise<null> {
  const madeBy = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    // Whoever delivers it holds it, too.
    await lockBatch(tx, batchId);
    const row = await findBatch(tx, batchId);
    if (row === undefined || row.file === null)
      throw new Problem(404, 'not-found', 'There is no such batch, or it has no file.');
    if (stateOf(row) !== 'in part')
      throw new Problem(
        409,
        'sealed',
        'Lines are taken out of a batch that the pay system has accepted in part. Declare one void that it has refused.',
      );
    const left = new Set(await linesLeft(tx, row));
    if (left.size === 0) throw new Problem(409, 'sealed', 'Nothing of this batch is left.');
    const head = headOf(row.batch.number ?? row.batch.id, row);
    const lines = [];
    for await (const some of linesOfBatch(tx, batchId)) lines.push(...some);
    const made = { batchId, reason, madeBy, madeAt: context.clock.now() };
    const out = [];
    for (const { line } of fileRows({ ...row.file.layout, header: null }, head, lines, left))
      if (line !== null) for (const seq of line.seqs) out.push({ ...made, seq, line: line.line });
    await addTakenOut(tx, out);
    await compareAnew(tx, batchId);
    for (const { periodId, people } of await peopleOfLines(
      tx,
      row.batch,
      out.map(({ seq }) => seq),
    )) {
      await tx.execute(touchQuery([periodId], people));
    }
    tell({
      what: 'taken out',
      about: 'batch',
      aboutId: batchId,
      pays: paysOfBatch(batchId),
      after: { lines: left.size, reason },
    });
    return null;
  });
}
