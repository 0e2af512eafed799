/**
 * Puts a backup back: `npm run restore -- FILE`. It is loaded into a database beside the one in use, and that is changed for it in one step once it
 * is whole. What was in use stays: `npm run restore -- --before` goes back to it.
 */
import { join, resolve } from 'node:path';
import { ask, checkBackup, loadBackup } from '../lib/backup.mjs';
import { askForNext, isChanging, nameBefore, nameInUse, useNext } from '../lib/names-of-databases.mjs';
import { dataFolder } from '../lib/paths.mjs';
import { remembered } from '../lib/processes.mjs';
import { fail, say } from '../lib/say.mjs';
import { databaseOf } from '../lib/settings.mjs';
import { withDatabase } from '../lib/which-database.mjs';

const LONGEST_SWITCH_SECONDS = 120;
const folder = dataFolder();
const isElsewhere = databaseOf(process.env) !== undefined;
const [given] = process.argv.slice(2);
if (given === undefined)
  fail(
    'Name the backup: npm run restore -- FILE. With --before in its place, the data from before the last restore is used again.',
  );

/** Uses the database that was asked for: a running Heath ends its server meanwhile. */
async function change(to) {
  askForNext(folder, to);
  const starter = remembered(join(folder, 'start.pid'));
  if (starter === null) return useNext(folder);
  process.kill(starter, 'SIGUSR2');
  for (let waited = 0; nameInUse(folder) !== to || isChanging(folder); waited += 0.1) {
    // A starter that has died meanwhile uses nothing any more.
    if (remembered(join(folder, 'start.pid')) === null) return useNext(folder);
    if (waited > LONGEST_SWITCH_SECONDS)
      throw new Error(
        `Heath runs (process ${starter}) and does not change its database. End it and try again.`,
      );
    await new Promise((done) => setTimeout(done, 100));
  }
}

async function goBack() {
  const before = nameBefore(folder);
  if (isElsewhere || before === null)
    throw new Error('Nothing was restored in this folder, so there is nothing from before.');
  await change(before);
  say(`Heath uses what it had before the last restore.`);
}

/** A database elsewhere is not changed for another: whoever runs it gives an empty one. */
async function loadElsewhere(address, file) {
  const tables = await ask(address, 'SHOW TABLES');
  if (tables !== '')
    throw new Error(
      `The database ${address.name} at ${address.host} is not empty. Make an empty one, name it in HEATH_DATABASE_URL, and restore into that.`,
    );
  await loadBackup(address, file);
  await ask(address, 'DELETE FROM session');
}

async function loadBeside(address, file) {
  const name = `heath_${new Date().toISOString().slice(0, 19).replaceAll(/\D/g, '')}`;
  const next = { ...address, name };
  await ask(address, `CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`, null);
  try {
    await loadBackup(next, file);
    // Whoever was signed in then signs in anew.
    await ask(next, 'DELETE FROM session');
  } catch (error) {
    await ask(address, `DROP DATABASE ${name}`, null).catch(() => {});
    throw error;
  }
  await change(name);
}

try {
  if (given === '--before') await goBack();
  else {
    const file = resolve(process.env.INIT_CWD ?? process.cwd(), given);
    const madeAt = await checkBackup(file);
    await withDatabase(folder, (address) => (isElsewhere ? loadElsewhere : loadBeside)(address, file));
    say(
      `Heath has again what it kept at ${madeAt}. Everybody signs in anew. Before it delivers anything, it compares with the pay system what was sent since.`,
    );
    if (!isElsewhere) say('What it had until now stays: npm run restore -- --before goes back to it.');
  }
} catch (error) {
  fail(`Nothing was restored: ${error.message}`);
}
