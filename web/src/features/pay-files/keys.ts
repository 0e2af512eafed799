import type { Keys } from '../../ui/screen/keys.ts';
import { LAYOUT_KEYS } from '../layouts/keys.ts';
import { MAPPING_KEYS } from '../mapping/keys.ts';

export const PAY_FILES_KEYS = {
  keep: { press: 'Ctrl S', does: 'Keep what was changed', inFields: true },
  ...MAPPING_KEYS,
  ...LAYOUT_KEYS,
} as const satisfies Keys;
