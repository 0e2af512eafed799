import type { Keys } from '../../ui/screen/keys.ts';

export const MAPPING_KEYS = {
  nextRule: { press: 'J', does: 'Next rule' },
  previousRule: { press: 'K', does: 'Rule before' },
  ruleUp: { press: 'Shift ↑', does: 'Move the rule up' },
  ruleDown: { press: 'Shift ↓', does: 'Move the rule down' },
  addRule: { press: 'N', does: 'Add a rule before this one' },
} as const satisfies Keys;
