/** Writes a backup: `npm run backup`, or `npm run backup -- FILE`. */
import { existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { writeBackup } from '../lib/backup.mjs';
import { dataFolder } from '../lib/paths.mjs';
import { fail, say } from '../lib/say.mjs';
import { withDatabase } from '../lib/which-database.mjs';

const folder = dataFolder();
const madeAt = new Date().toISOString();
const [given] = process.argv.slice(2);
const file =
  given === undefined
    ? join(folder, 'backups', `heath-${madeAt.slice(0, 19).replaceAll(':', '-')}.sql.gz`)
    : resolve(process.env.INIT_CWD ?? process.cwd(), given);
if (existsSync(file)) fail(`${file} is there already. Give another name, or take it away first.`);
const unfinished = `${file}.unfinished`;
try {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  await withDatabase(folder, (address) => writeBackup(address, unfinished, madeAt));
  renameSync(unfinished, file);
} catch (error) {
  rmSync(unfinished, { force: true });
  fail(`No backup was made: ${error.message}`);
}
say(
  `${file} holds all that Heath kept at ${madeAt} (${Math.ceil(statSync(file).size / 1024)} kB). It holds password hashes and hours: keep it as you keep those.`,
);
