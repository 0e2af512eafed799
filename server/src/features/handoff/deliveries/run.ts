import type { BatchLine, Layout, Workday } from '@heath/core';
import { totalsOf } from '@heath/core';
import type { Clock } from '../../../clock.ts';
import type { Database, Reads } from '../../../database/connect.ts';
import { writing } from '../../../database/happened.ts';
import { comeBy } from '../../../fault-points.ts';
import { paperOf } from '../../../http/paper.ts';
import { chunksOf } from '../../../pay/batch-file.ts';
import { headOf, linesOfBatch } from '../../../pay/batch-lines.ts';
import { fileMaker } from '../../../pay/file-maker.ts';
import { NoAnswer, send } from './intake.ts';
import { addRefused, findDelivery, keepAnswer } from './store.ts';

/** A sealed batch, as far as its file is made from it. */
interface SealedBatch {
  readonly id: number;
  readonly number: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly payDay: Workday | null;
  readonly layout: Layout;
}

/** The bytes that a delivery sends: the file as it was sealed, or the lines of it that are left, numbered as they are there. */
export async function* bytesOf(
  queries: Reads,
  batch: SealedBatch,
  onlyLines: readonly number[] | null,
): AsyncGenerator<Uint8Array> {
  if (onlyLines === null) {
    yield* chunksOf(queries, batch.id);
    return;
  }
  const only = new Set(onlyLines);
  const made: Uint8Array[] = [];
  const maker = fileMaker(
    batch.layout,
    headOf(batch.number, batch),
    async (bytes) => void made.push(bytes),
    // What is sent by lines is no paper.
    paperOf,
    only,
  );
  const lines: BatchLine[] = [];
  for await (const some of linesOfBatch(queries, batch.id)) lines.push(...some);
  await maker.start(totalsOf(batch.layout, lines, only));
  await maker.add(lines);
  await maker.end();
  yield* made;
}

/**
 * Sends a delivery and keeps the answer, once: where it was sent before and nobody knows what became of it, it is sent again with the same
 * key, and the pay system gives its first answer.
 *
 * @param intake where the pay system answers; null where none is known
 * @throws NoAnswer where none came
 */
export async function deliver(
  database: Database,
  clock: Clock,
  intake: string | null,
  id: number,
): Promise<void> {
  const found = await findDelivery(database, id);
  if (found === undefined || found.delivery.status !== 'waiting') return;
  if (intake === null) throw new NoAnswer('No pay system is set up: HEATH_PAY_INTAKE says where it answers.');
  await comeBy('deliver.begin');
  const { delivery, batch, file, period } = found;
  const { firstDay, lastDay, payDay } = period;
  const number = batch.number ?? batch.id;
  const sealed = { id: batch.id, number, firstDay, lastDay, payDay, layout: file.layout };
  const sending = send(intake, delivery.key, file.name, bytesOf(database, sealed, delivery.onlyLines));
  sending.catch(() => {});
  await comeBy('deliver.sent');
  const answer = await sending;
  await comeBy('deliver.answered');
  await writing(database, { userId: null, at: clock.now() }, async (tx, tell) => {
    const isFirst = await keepAnswer(tx, id, {
      status: answer.status,
      answer: answer.says.slice(0, 500),
      answeredAt: clock.now(),
    });
    // Two servers that sent it at once had the same answer: the second finds it kept.
    if (isFirst) {
      const byLine = new Map(answer.refused.map((one) => [one.line, one]));
      await addRefused(
        tx,
        [...byLine.values()].map(({ line, reason }) => ({
          deliveryId: id,
          line,
          reason: reason.slice(0, 200),
        })),
      );
    }
    tell({
      what: isFirst ? 'answered' : 'answered again',
      about: 'delivery',
      aboutId: id,
      after: { status: answer.status, refused: answer.refused.length },
    });
    await comeBy('deliver.kept');
  });
}
