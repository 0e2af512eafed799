import type { EffectivePunch } from '../effective/types.ts';

/** An unbroken stretch from an in to an out. */
export interface Spell {
  readonly in: EffectivePunch;
  readonly out: EffectivePunch;
}

/** Spells that belong together, and the punches among them that found no partner. */
export interface Shift {
  readonly spells: Spell[];
  /** Ins without an out: they pay nothing until settled. */
  readonly missingOut: EffectivePunch[];
  /** Outs without an in: likewise. */
  readonly missingIn: EffectivePunch[];
  /** The in of somebody who was still at work when the input was taken. */
  onTheClock: EffectivePunch | null;
}
