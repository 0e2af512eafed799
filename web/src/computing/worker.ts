import type { CardInputReply } from '@heath/contract';
import { expose } from 'comlink';
import { CardByHand, type Effect } from './effect.ts';

let card: CardByHand | null = null;

/** The core beside the screen: a change by hand is computed here, so that the screen never waits for it. */
const computing = {
  /** Takes the card that is corrected by hand from now on. */
  load(of: CardInputReply): void {
    card = new CardByHand(of);
  },
  effectOf(says: object, zone: string): Effect | null {
    return card?.effectOf(says, zone) ?? null;
  },
};
export type Computing = typeof computing;

expose(computing);
