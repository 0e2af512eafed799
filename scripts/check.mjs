/** npm run check: the quick part of the tests. */
import './lib/node-version.mjs';

await import('./commands/check.mjs');
