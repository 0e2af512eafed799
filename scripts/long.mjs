/** npm run long: the tests that draw by chance, with hundreds of rounds. */
import './lib/node-version.mjs';

await import('./commands/long.mjs');
