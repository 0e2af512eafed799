/** Numbers from 0 up to 1 that depend on the seeds only: the same for one person and day in a company of any size. */
export function randomFrom(...seeds: readonly number[]): () => number {
  let state = 0x9e3779b9;
  for (const seed of seeds) {
    state = Math.imul(state ^ seed, 0x85ebca6b);
    state ^= state >>> 13;
    state = Math.imul(state, 0xc2b2ae35);
    state ^= state >>> 16;
  }
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A whole number from `low` to `high`, both included. */
export const between = (random: () => number, low: number, high: number): number =>
  low + Math.floor(random() * (high - low + 1));
