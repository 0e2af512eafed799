/** The item at a place where there must be one. Throws where there is none. */
export function itemOf<T>(items: readonly T[], place: number): T {
  const item = items[place];
  if (item === undefined) throw new RangeError(`There is nothing at ${place} of ${items.length}.`);
  return item;
}

/** Pairs of what stands at the same place in two lists. Throws where the second is shorter. */
export const pairs = <A, B>(first: readonly A[], second: readonly B[]): [A, B][] =>
  first.map((one, i) => [one, itemOf(second, i)]);
