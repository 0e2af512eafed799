/** Longest that one piece of work keeps everybody else waiting. */
const SLICE_MILLISECONDS = 8;

/** Lets everybody else go on who waits for this thread. */
export const pause = (): Promise<void> => new Promise((resolve) => void setImmediate(resolve));

/** Says when a piece of work has kept others waiting long enough, and lets them go on then. */
export class Slice {
  #until = performance.now() + SLICE_MILLISECONDS;

  /** True where it is time for `next`. */
  get isOver(): boolean {
    return performance.now() > this.#until;
  }

  async next(): Promise<void> {
    await pause();
    this.#until = performance.now() + SLICE_MILLISECONDS;
  }
}

/** What a function makes of each of many items, in order, with pauses in which everybody else goes on. */
export async function mapInSlices<T, R>(items: readonly T[], map: (item: T) => R): Promise<R[]> {
  const made: R[] = [];
  const slice = new Slice();
  for (const item of items) {
    made.push(map(item));
    if (slice.isOver) await slice.next();
  }
  return made;
}
