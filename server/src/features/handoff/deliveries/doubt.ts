import type { HandoffBatch } from '@heath/contract';
import { parseRanges } from '@heath/core';
import { realSeconds } from '../../../base/clock.ts';
import { Problem } from '../../../base/problem.ts';
import { once, type Write } from '../../../database/answered.ts';
import { writing } from '../../../database/audit-events.ts';
import type { Reads } from '../../../database/connect.ts';
import type { Context } from '../../../http/context.ts';
import { somebody, type Who } from '../../../rights/who.ts';
import { stateOf } from '../batches/batch-state.ts';
import { type BatchRow, findBatch, lockBatch } from '../batches/store.ts';
import { keepAnswer, linesSent } from './answers.ts';
import { newKey } from './keys.ts';
import { linesLeft } from './of-batch.ts';
import { type Answer, askAbout, close, LONGEST_MILLISECONDS, NoAnswer } from './pay-system.ts';
import { addDelivery, addRefused, addStatement, endDelivery, endTasksOf, findDelivery } from './store.ts';
import { unmatchedObjection } from './unmatched.ts';

type Handing = Pick<Context, 'database' | 'clock' | 'payIntake'>;

/**
 * Asks the pay system what it has of a batch whose delivery got no answer, and keeps what it says. Where it has nothing, it is told to take
 * nothing with that key any more. Does nothing for a batch that is not in doubt, or whose answer contradicts itself.
 *
 * @throws NoAnswer where the pay system does not say: the batch stays in doubt
 */
export async function askWhatIsThere(
  { database, clock, payIntake }: Handing,
  batchId: number,
): Promise<void> {
  const row = await findBatch(database, batchId);
  if (row === undefined || row.deliveryId === null) return;
  const state = stateOf(row);
  if ((state !== 'in doubt' && state !== 'gave up') || row.delivered !== 'waiting') return;
  const found = await findDelivery(database, row.deliveryId);
  if (found === undefined) return;
  const { key, unansweredSince } = found.delivery;
  // Nothing of it has left, and nothing will: its task gave up.
  const isCertain = unansweredSince === null;
  const intake = payIntake();
  if (intake === null && !isCertain)
    throw new NoAnswer('No pay system is set up: HEATH_PAY_INTAKE says where it answers.');
  const answer =
    intake === null ? null : await askAndClose(intake, key, linesSent(found).size, unansweredSince);
  await writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    await lockBatch(tx, batchId);
    const now = await findBatch(tx, batchId);
    // Somebody had it sent again meanwhile, or somebody else asked, too.
    if (now === undefined || now.deliveryId !== row.deliveryId || stateOf(now) !== state) {
      tell({ what: 'asked', about: 'delivery', aboutId: found.delivery.id, pays: 'nobody' });
      return;
    }
    if (answer !== null) return keepAnswer(tx, tell, clock, found.delivery.id, answer);
    await endDelivery(tx, found.delivery.id, {
      status: 'not taken',
      answer: 'Nothing of it came to the pay system.',
      answeredAt: clock.now(),
    });
    await endTasksOf(tx, [found.delivery.id]);
    tell({ what: 'not taken', about: 'delivery', aboutId: found.delivery.id, pays: 'nobody' });
  });
}

async function askAndClose(
  intake: string,
  key: string,
  lines: number,
  unansweredSince: number | null,
): Promise<Answer | null> {
  const answer = await askAbout(intake, key, lines);
  if (answer !== null) return answer;
  const closed = await close(intake, key, lines);
  if (closed !== 'not offered') return closed;
  // What was sent may still be on its way. After this long it is not.
  const quiet = Math.ceil((2 * LONGEST_MILLISECONDS) / 1000);
  const left = (unansweredSince ?? 0) + quiet - realSeconds();
  // More than all of it means that the clock was set back.
  if (left > 0 && left <= quiet)
    throw new NoAnswer(
      `The pay system has nothing of it yet, but it may still be on its way. Ask again in ${left} seconds.`,
    );
  return null;
}

/** What somebody states that the pay system has of a batch in doubt. */
export interface Statement {
  readonly has: 'all' | 'none' | 'these';
  /** The lines that it has, like `1-40, 42`; empty where all or none. */
  readonly lines: string;
  readonly reason: string;
}

/**
 * Ends a doubt by what somebody found out. While the pay system has a handoff that this Heath does not know, it is also stated what it has of a
 * batch that was not sent from here, or not all of it: it was sent before an older backup was put back.
 */
export function stateWhatIsThere(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  batchId: number,
  { has, lines, reason }: Statement,
): Promise<null> {
  const madeBy = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    await lockBatch(tx, batchId);
    const row = await findBatch(tx, batchId);
    if (row === undefined || row.file === null)
      throw new Problem(404, 'not-found', 'There is no such batch, or it has no file.');
    const madeAt = context.clock.now();
    const left = stateOf(row) === 'in part' ? await linesLeft(tx, row) : null;
    const deliveryId = await inDoubt(tx, row, () =>
      addDelivery(tx, {
        batchId,
        key: newKey(),
        onlyLines: left,
        sha256: row.file?.sha256 ?? '',
        status: 'in doubt',
        madeBy,
        madeAt,
      }),
    );
    const found = await findDelivery(tx, deliveryId);
    if (found === undefined) throw new Problem(404, 'not-found', 'There is no such delivery.');
    const sent = linesSent(found);
    const there = has === 'all' ? sent : has === 'none' ? new Set<number>() : theseOf(lines, sent);
    const missing = [...sent].filter((line) => !there.has(line));
    const status = missing.length === 0 ? 'accepted' : there.size === 0 ? 'not taken' : 'in part';
    await endDelivery(tx, deliveryId, {
      status,
      answer: `Stated: the pay system has ${there.size} of ${sent.size} lines.`,
      answeredAt: madeAt,
    });
    if (status === 'in part')
      await addRefused(
        tx,
        missing.map((line) => ({ deliveryId, line, reason: refusalOf(found.delivery.doubt, line) })),
      );
    await endTasksOf(tx, [deliveryId]);
    await addStatement(tx, { deliveryId, has, reason, madeBy, madeAt });
    tell({
      what: 'stated',
      about: 'delivery',
      aboutId: deliveryId,
      pays: 'nobody',
      before: found.delivery.doubt,
      after: { batchId, has, lines: there.size, of: sent.size, reason },
    });
    return null;
  });
}

/** What is not accepted as a whole, as far as this Heath knows, and not on its way. */
const MAY_BE_ELSEWHERE: readonly HandoffBatch['state'][] = ['sealed', 'refused', 'not taken', 'in part'];

/** The delivery that is in doubt, or one that is made for what went out from elsewhere. Throws where there is no doubt. */
async function inDoubt(tx: Reads, row: BatchRow, sentElsewhere: () => Promise<number>): Promise<number> {
  const state = stateOf(row);
  if ((state === 'in doubt' || state === 'gave up') && row.deliveryId !== null) return row.deliveryId;
  if (MAY_BE_ELSEWHERE.includes(state) && (await unmatchedObjection(tx)) !== null) return sentElsewhere();
  throw new Problem(
    409,
    'sealed',
    'It is not in doubt what the pay system has of this batch. There is nothing to state.',
  );
}

const refusalOf = (
  doubt: { readonly refused: readonly { line: number; reason: string }[] } | null,
  line: number,
) => doubt?.refused.find((one) => one.line === line)?.reason ?? 'Not there, as somebody stated.';

function theseOf(text: string, sent: ReadonlySet<number>): Set<number> {
  const lines = parseRanges(text);
  if (lines === null) throw new Problem(422, 'invalid', 'Give the lines like 1-40, 42.', { field: 'lines' });
  for (const line of lines)
    if (!sent.has(line))
      throw new Problem(422, 'invalid', `Line ${line} is not among those that were sent.`, {
        field: 'lines',
      });
  return lines;
}
