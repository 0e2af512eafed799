/**
 * How Node.js runs the server. By itself it lets memory grow with that of the machine, before it looks for what it can let go: with the first bound, handing
 * off ten thousand people took 241 MB instead of 375, in the same time; with the second and `SERVER_ENVIRONMENT`, 270 instead of 316 (`handoff` in the bench).
 * What the server holds is far below the first.
 */
export const SERVER_FLAGS = ['--max-old-space-size=1024', '--max-semi-space-size=8'];

/** The C library keeps freed memory apart by thread; two such places serve all threads. */
export const SERVER_ENVIRONMENT = { MALLOC_ARENA_MAX: '2' };
