import type { Span } from '../time/spans.ts';
import type { EffectivePunch } from './punch.ts';

/** An unbroken stretch from an in to an out. */
export interface Spell {
  readonly in: EffectivePunch;
  readonly out: EffectivePunch;
}

/** Spells that belong together, and the punches among them that found no partner. */
export interface Shift {
  readonly spells: readonly Spell[];
  /** Ins without an out: they pay nothing until settled. */
  readonly missingOut: readonly EffectivePunch[];
  /** Outs without an in: likewise. */
  readonly missingIn: readonly EffectivePunch[];
  /** The in of somebody who was still at work when the input was taken. */
  readonly onTheClock: EffectivePunch | null;
  /** What was clocked and somebody said was not worked; absent where nobody did. */
  readonly notWorked?: readonly Span[];
  /** Punches that repeat the one before within the repeat window, and count as one with it. */
  readonly repeats: readonly EffectivePunch[];
}

/** A shift begins with a punch, so that there is always one. */
function held(punch: EffectivePunch | null): EffectivePunch {
  if (punch === null) throw new Error('A shift holds no punch.');
  return punch;
}

/** The earliest punch of a shift, paired or not. */
export function firstPunch(shift: Shift): EffectivePunch {
  let first: EffectivePunch | null = shift.spells[0]?.in ?? shift.onTheClock;
  for (const punch of shift.missingOut) if (first === null || punch.at < first.at) first = punch;
  for (const punch of shift.missingIn) if (first === null || punch.at < first.at) first = punch;
  return held(first);
}

/** The latest punch of a shift, paired or not. */
export function lastPunch(shift: Shift): EffectivePunch {
  let last: EffectivePunch | null = shift.spells[shift.spells.length - 1]?.out ?? shift.onTheClock;
  for (const punch of shift.missingOut) if (last === null || punch.at > last.at) last = punch;
  for (const punch of shift.missingIn) if (last === null || punch.at > last.at) last = punch;
  if (shift.onTheClock !== null && shift.onTheClock.at > held(last).at) last = shift.onTheClock;
  return held(last);
}

const NO_ENDS = { first: Number.POSITIVE_INFINITY, last: Number.NEGATIVE_INFINITY };

/** The earliest and latest punch without a partner: it starts or ends the shift as much as one that has one. */
export function unpairedEnds(shift: Shift): { first: number; last: number } {
  if (shift.missingOut.length === 0 && shift.missingIn.length === 0) return NO_ENDS;
  let { first, last } = NO_ENDS;
  for (const punches of [shift.missingOut, shift.missingIn]) {
    for (const { at } of punches) {
      if (at < first) first = at;
      if (at > last) last = at;
    }
  }
  return { first, last };
}
