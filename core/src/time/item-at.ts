/**
 * The item at a place that the caller's loop keeps within the list. For lists of objects: the engine remembers for this one place which
 * sorts of list it has seen, and with lists of numbers too it gave up, and all computing took a quarter longer. Read those with `?? 0`.
 */
export const itemAt = <T>(list: readonly T[], place: number): T => list[place] as T;

/** The last item of a list that the caller knows to hold one. */
export const lastOf = <T>(list: readonly T[]): T => list[list.length - 1] as T;
