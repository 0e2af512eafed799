/** npm run heath: the headless program. */
import './lib/node-version.mjs';

await import('./commands/heath.mjs');
