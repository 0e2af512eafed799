/** npm test: every test, from a fresh clone. */
import './lib/node-version.mjs';

await import('./commands/test.mjs');
