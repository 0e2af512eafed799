import { type Clock, realSeconds } from '../../../base/clock.ts';
import type { Tell } from '../../../database/audit-events.ts';
import type { Queries } from '../../../database/connect.ts';
import { lockBatch } from '../batches/store.ts';
import { contradictionsIn } from './contradictions.ts';
import type { Answer } from './pay-system.ts';
import { addRefused, endDelivery, endTasksOf, findDelivery } from './store.ts';

/** Most lines that are kept of an answer in doubt. */
const MOST_LINES_OF_DOUBT = 2000;

/** Numbers of the lines that a delivery sends. */
export const linesSent = ({
  delivery,
  file,
}: {
  readonly delivery: { readonly onlyLines: readonly number[] | null };
  readonly file: { readonly lines: number } | null;
}): Set<number> => new Set(delivery.onlyLines ?? Array.from({ length: file?.lines ?? 0 }, (_, i) => i + 1));

/**
 * Keeps the answer to a delivery, and ends its task. An answer that contradicts itself is none: the delivery is in doubt, until a person says
 * what the pay system has. Of two that sent at once, the second finds the answer kept.
 */
export async function keepAnswer(
  tx: Queries,
  tell: Tell,
  clock: Clock,
  id: number,
  { status, says, refused }: Answer,
): Promise<void> {
  const before = await findDelivery(tx, id);
  if (before === undefined) throw new Error('There is no such delivery.');
  await lockBatch(tx, before.batch.id);
  const found = (await findDelivery(tx, id)) ?? before;
  const why = contradictionsIn({ status, refused }, linesSent(found));
  const isFirst = found.delivery.status === 'waiting';
  const tellIt = (what: string) =>
    tell({
      what,
      about: 'delivery',
      aboutId: id,
      pays: 'nobody',
      after: {
        number: before.batch.number,
        status,
        refused: refused.length,
        ...(why.length > 0 ? { why } : {}),
      },
    });
  if (!isFirst) return tellIt('answered again');
  if (why.length > 0) {
    await endDelivery(tx, id, {
      status: 'in doubt',
      unansweredSince: found.delivery.unansweredSince ?? realSeconds(),
      doubt: {
        why,
        status,
        says: says.slice(0, 500),
        refused: refused
          .slice(0, MOST_LINES_OF_DOUBT)
          .map(({ line, reason }) => ({ line, reason: reason.slice(0, 200) })),
      },
    });
    await endTasksOf(tx, [id]);
    return tellIt('in doubt');
  }
  await endDelivery(tx, id, { status, answer: says.slice(0, 500), answeredAt: clock.now() });
  await addRefused(
    tx,
    refused.map(({ line, reason }) => ({ deliveryId: id, line, reason: reason.slice(0, 200) })),
  );
  await endTasksOf(tx, [id]);
  tellIt('answered');
}
