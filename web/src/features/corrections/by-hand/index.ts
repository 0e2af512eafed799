export { HandPlace } from './HandPlace.tsx';
export { type ByHand, useByHand } from './useByHand.ts';
