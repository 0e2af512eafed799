import type { ZoneOffsets } from '@heath/core';
import { Notice } from '../../../ui/notices/Notice.tsx';
import { clockTime } from '../../../ui/text/format.ts';
import type { Conflict } from './useSettling.ts';

/** Somebody else was first: what was not saved of yours stays in sight until it is understood. */
export function ConflictNotice({
  conflict,
  offsets,
  onUnderstood,
}: {
  conflict: Conflict;
  offsets: ZoneOffsets;
  onUnderstood: () => void;
}) {
  return (
    <div className="mb-4">
      <Notice>
        {conflict.by} settled this already
        {conflict.took === null ? '' : `, with ${clockTime(conflict.took, offsets)}`}. Your{' '}
        {clockTime(conflict.yours, offsets)} was not saved
        {conflict.note === '' ? '' : `, nor your note “${conflict.note}”`}.{' '}
        <button type="button" className="underline" onClick={onUnderstood}>
          Understood
        </button>
      </Notice>
    </div>
  );
}
