/** npm run restore: puts a backup back, while Heath runs or not. */
import './lib/node-version.mjs';

await import('./commands/restore.mjs');
