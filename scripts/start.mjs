/** npm start: installs what is missing, starts the database, sets it up, builds, serves, and keeps all of it alive. */
import './lib/node-version.mjs';

await import('./commands/start.mjs');
