import type { HandoffBatch } from '@heath/contract';
import type { BatchRow } from './store.ts';

/** State of a batch, from its deliveries and whether it was taken back. */
export function stateOf({
  batch,
  delivered,
  accepted,
  gaveUp,
  unansweredSince,
}: BatchRow): HandoffBatch['state'] {
  if (batch.ended !== null) return batch.ended;
  if (delivered === null) return 'sealed';
  if (delivered === 'in doubt') return 'in doubt';
  if (delivered === 'waiting') {
    if (!gaveUp) return 'under way';
    return unansweredSince === null ? 'gave up' : 'in doubt';
  }
  // What an earlier delivery had accepted stays so, whatever became of the rest.
  if (accepted > 0 && (delivered === 'refused' || delivered === 'not taken')) return 'in part';
  // A rest that was accepted makes the batch whole.
  return delivered;
}
