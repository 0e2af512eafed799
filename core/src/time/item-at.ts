/**
 * The item at an index that the caller's loop keeps inside the list. For lists of objects only: V8 remembers which sorts of list have
 * passed through here, and once lists of numbers did too, all computing took a quarter longer. Read those with `?? 0`.
 */
export const itemAt = <T>(list: readonly T[], place: number): T => list[place] as T;

/** The last item of a list that the caller knows to hold one. */
export const lastOf = <T>(list: readonly T[]): T => list[list.length - 1] as T;
