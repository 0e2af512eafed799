/** An empty list of a type, to be filled. */
export const none = <T>(): T[] => [];
