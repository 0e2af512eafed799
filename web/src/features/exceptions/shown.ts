import type { CardReply, SettlePreview } from '@heath/contract';
import type { Exception, Instant, ZoneOffsets } from '@heath/core';
import { useEffect } from 'react';
import type { CardId } from '../../api/cards.ts';
import type { Conflict } from '../corrections/settle/index.ts';

/** What is shown of what is about to be done: the time that would be taken, and what the day would then be. */
export interface Shown {
  readonly chosen: Instant | null;
  readonly preview: SettlePreview | null;
}

/** Has it shown. */
export function useShown(onShow: (shown: Shown) => void, { chosen, preview }: Shown): void {
  useEffect(() => onShow({ chosen, preview }), [onShow, chosen, preview]);
}

/** What every way to settle an exception is given. */
export interface SettleProps {
  readonly id: CardId;
  readonly card: CardReply;
  readonly exception: Exception;
  readonly onConflict: (conflict: Conflict, offsets: ZoneOffsets) => void;
}
