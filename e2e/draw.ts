/** What is drawn repeats with the seed; HEATH_SEED tries another. */
export const SEED = Number(process.env.HEATH_SEED ?? 20_261_019);

export interface Draw {
  /** From 0 to 1. */
  random(): number;
  /** A whole number from 0 to this one. */
  upTo(most: number): number;
  oneOf<T>(all: readonly T[]): T;
}

export function drawFrom(seed: number): Draw {
  let state = seed >>> 0;
  const random = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  return {
    random,
    upTo: (most) => Math.floor(random() * (most + 1)),
    oneOf: (all) => all[Math.floor(random() * all.length)]!,
  };
}
