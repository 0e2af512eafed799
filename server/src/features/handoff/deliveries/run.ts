import type { BatchLine, Layout, Workday } from '@heath/core';
import { totalsOf } from '@heath/core';
import { type Clock, realSeconds } from '../../../base/clock.ts';
import { comeBy } from '../../../base/fault-points.ts';
import { writing } from '../../../database/audit-events.ts';
import type { Database, Reads } from '../../../database/connect.ts';
import { paperOf } from '../../../http/paper.ts';
import { chunksOf } from '../../../pay/batch-file.ts';
import { headOf, linesOfBatch } from '../../../pay/batch-lines.ts';
import { fileMaker } from '../../../pay/file-maker.ts';
import { lockBatch } from '../batches/store.ts';
import { keepAnswer } from './answers.ts';
import { askAbout, NotSent, send } from './pay-system.ts';
import { findDelivery, keysOfBatch, setUnanswered } from './store.ts';
import { compareWithPaySystem, HeldUp, unmatchedObjection } from './unmatched.ts';

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
 * Delivers: asks the pay system what it has with this key, and sends the file where it has nothing. Before each sending the batch is looked at,
 * locked: one that was taken back is not sent.
 *
 * @param intake where the pay system answers; null where none is known
 * @throws NoAnswer where none came; HeldUp where the pay system has handoffs that Heath does not know
 */
export async function deliver(
  database: Database,
  clock: Clock,
  intake: string | null,
  id: number,
): Promise<void> {
  const found = await findDelivery(database, id);
  if (found === undefined || found.delivery.status !== 'waiting' || found.batch.ended !== null) return;
  if (intake === null) throw new NotSent('No pay system is set up: HEATH_PAY_INTAKE says where it answers.');
  await comeBy('deliver.begin');
  const listed = await compareWithPaySystem(database, clock, intake);
  const { delivery, batch, file, period } = found;
  const own = new Set(await keysOfBatch(database, batch.id));
  const objection =
    (await unmatchedObjection(database)) ??
    (listed.some(({ key, number }) => number !== null && number === batch.number && !own.has(key))
      ? `The pay system has another handoff ${batch.number}, from before an older backup was put back. Its lines have the numbers that these have: reopen this batch, or declare it void, and seal it anew.`
      : null);
  if (objection !== null) throw new HeldUp(objection);
  const lines = delivery.onlyLines?.length ?? file.lines;
  let answer = await askAbout(intake, delivery.key, lines);
  if (answer === null) {
    const wasUnanswered = await beginSending(database, clock, id);
    if (wasUnanswered === 'no more') return;
    const { firstDay, lastDay, payDay } = period;
    const number = batch.number ?? batch.id;
    const sealed = { id: batch.id, number, firstDay, lastDay, payDay, layout: file.layout };
    const bytes = bytesOf(database, sealed, delivery.onlyLines);
    const sending = send(intake, delivery.key, file.name, bytes, lines);
    sending.catch(() => {});
    await comeBy('deliver.sent');
    try {
      answer = await sending;
    } catch (error) {
      // Not a byte has left: what was certain before is certain still.
      if (error instanceof NotSent && !wasUnanswered) await unsay(database, clock, id);
      throw error;
    }
  }
  await comeBy('deliver.answered');
  const given = answer;
  await writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    await keepAnswer(tx, tell, clock, id, given);
    await comeBy('deliver.kept');
  });
}

/**
 * Notes, with the batch locked, that its file is about to leave: from here on nobody takes it back until the pay system has said what it has.
 *
 * @returns whether it may have left before; `no more` where the batch was taken back or the delivery has its end
 */
function beginSending(database: Database, clock: Clock, id: number): Promise<boolean | 'no more'> {
  return writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    const before = await findDelivery(tx, id);
    if (before !== undefined) await lockBatch(tx, before.batch.id);
    const found = await findDelivery(tx, id);
    tell({ what: 'sending', about: 'delivery', aboutId: id, pays: 'nobody' });
    if (found === undefined || found.delivery.status !== 'waiting' || found.batch.ended !== null)
      return 'no more';
    await setUnanswered(tx, id, realSeconds());
    return found.delivery.unansweredSince !== null;
  });
}

/** Notes that nothing has left after all. */
const unsay = (database: Database, clock: Clock, id: number): Promise<void> =>
  writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    await setUnanswered(tx, id, null);
    tell({ what: 'not sent', about: 'delivery', aboutId: id, pays: 'nobody' });
  });
