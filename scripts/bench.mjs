/** npm run bench: measures. */
import './lib/node-version.mjs';

await import('./commands/bench.mjs');
