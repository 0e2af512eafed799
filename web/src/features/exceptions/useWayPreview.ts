import type { SettlePreview } from '@heath/contract';
import type { Exception } from '@heath/core';
import type { CardId } from '../../api/cards.ts';
import { usePreviewCorrectQuery } from '../../api/corrections.ts';
import type { Way } from './ways.ts';

/** What one way would make of the day; null for no way, and while it is not known. */
export function useWayPreview(
  id: CardId,
  { key, workday }: Exception,
  way: Way | null,
): SettlePreview | null {
  const { currentData } = usePreviewCorrectQuery(
    {
      ...id,
      says: way?.says ?? { kind: 'accept', exception: '', workday },
      settles: key,
      note: '',
    },
    { skip: way === null },
  );
  return way === null ? null : (currentData ?? null);
}
