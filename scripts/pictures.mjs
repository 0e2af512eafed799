/** npm run pictures: takes the pictures of docs/screenshots. */
import './lib/node-version.mjs';

await import('./commands/pictures.mjs');
