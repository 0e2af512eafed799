import type { HandoffBatch } from '@heath/contract';
import { instantToIso } from '@heath/core';
import { stateOf } from './batch-state.ts';
import type { BatchRow } from './store.ts';

/** A batch as it is shown. */
export function batchView(row: BatchRow): HandoffBatch {
  const { batch, firstDay, lastDay, by, endedBy, file, groups } = row;
  return {
    id: batch.id,
    number: batch.number ?? batch.id,
    kind: batch.kind === 'difference' ? 'difference' : 'regular',
    state: stateOf(row),
    firstDay,
    lastDay,
    groups: groups?.split('\t') ?? [],
    people: batch.people,
    lines: batch.lines,
    payableHours: batch.payableHours,
    premiumHours: batch.premiumHours,
    madeBy: by,
    madeAt: instantToIso(batch.madeAt),
    overrides: batch.overrides ?? [],
    ended:
      batch.ended === null
        ? null
        : {
            reason: batch.endedReason ?? '',
            by: endedBy ?? '',
            at: instantToIso(batch.endedAt ?? batch.madeAt),
          },
    file:
      file === null
        ? null
        : {
            name: file.name,
            layout: file.layout.name,
            lines: file.lines,
            linesOfBatch: file.linesOfBatch,
            bytes: file.bytes,
            sha256: file.sha256,
          },
  };
}
