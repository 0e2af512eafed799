/** A list cut into parts of at most so many. */
export function partsOf<T>(all: readonly T[], most: number): T[][] {
  const parts: T[][] = [];
  for (let i = 0; i < all.length; i += most) parts.push(all.slice(i, i + most));
  return parts;
}
