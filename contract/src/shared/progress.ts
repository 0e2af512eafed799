import * as v from 'valibot';

/**
 * Whoever accepts this is answered by server-sent events, where the work takes a while: `progress`, as often as there is something to tell, and at the
 * end `reply` with what is otherwise the whole reply, or `problem`.
 */
export const EVENT_STREAM = 'text/event-stream';

const count = v.pipe(v.number(), v.integer(), v.minValue(0));

/** How much of the work is done. */
export const Progress = v.strictObject({ done: count, of: count });
