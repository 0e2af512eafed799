export { HandPanel } from './HandPanel.tsx';
export { HAND_KEYS } from './keys.ts';
export { type ByHand, useByHand } from './useByHand.ts';
