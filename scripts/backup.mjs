/** npm run backup: writes everything that Heath keeps into one file, while it runs or not. */
import './lib/node-version.mjs';

await import('./commands/backup.mjs');
