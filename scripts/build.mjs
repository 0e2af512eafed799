/** npm run build: builds the pages and the server into dist/. */
import './lib/node-version.mjs';

await import('./commands/build.mjs');
