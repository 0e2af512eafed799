/** How many random people a run computes twice; HEATH_CASES asks for more or fewer. */
const ALL = 10_000;

/** Of so many in all, as many as these are of the usual ten thousand. */
export const cases = (usual: number): number =>
  Math.max(1, Math.round((usual * Number(process.env.HEATH_CASES ?? ALL)) / ALL));
