import type { SettlePreview } from '@heath/contract';
import type { Instant } from '@heath/core';
import { useEffect } from 'react';

/** What is shown of what is about to be done: the time that would be taken, and what the day would then be. */
export interface Shown {
  readonly chosen: Instant | null;
  readonly preview: SettlePreview | null;
}

/** Has it shown. */
export function useShown(onShow: (shown: Shown) => void, { chosen, preview }: Shown): void {
  useEffect(() => onShow({ chosen, preview }), [onShow, chosen, preview]);
}
