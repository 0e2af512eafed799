import * as v from 'valibot';

/**
 * Whoever accepts this is answered line by line, where the work takes a while: how far it has come, as often as there is something to tell,
 * and in the last line what is otherwise the whole reply, or the problem.
 */
export const PROGRESS_LINES = 'application/x-ndjson';

const count = v.pipe(v.number(), v.integer(), v.minValue(0));

/** How much of the work is done. */
export const ProgressLine = v.strictObject({ done: count, of: count });
