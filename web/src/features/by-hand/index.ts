export { HandPanel } from './HandPanel.tsx';
export { type ByHand, useByHand } from './useByHand.ts';
