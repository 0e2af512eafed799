import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { startMariadb } from './mariadb.mjs';
import { nameInUse } from './names-of-databases.mjs';
import { startedWith } from './processes.mjs';
import { databaseOf } from './settings.mjs';

const addressIn = (url) => {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    host: hostname,
    port: Number(port || 3306),
    user: decodeURIComponent(username),
    password: decodeURIComponent(password),
    name: decodeURIComponent(pathname.slice(1)),
  };
};

/** Does something with the database: the one that is given, or the folder's, which is started for it where it does not run. */
export async function withDatabase(folder, work) {
  const given = databaseOf(process.env);
  if (given !== undefined) return work(addressIn(given.url));
  const data = join(folder, 'database');
  if (!existsSync(join(data, 'mysql')))
    throw new Error(`There is no Heath in ${folder} yet. Start it once, or set HEATH_DATA to its folder.`);
  const [running] = startedWith(`--datadir=${data}`);
  if (running !== undefined) {
    const port = /--port=(\d+)/.exec(readFileSync(`/proc/${running}/cmdline`, 'utf8'))?.[1];
    const password = readFileSync(join(folder, 'database.key'), 'utf8');
    return work({ host: '127.0.0.1', port: Number(port), user: 'heath', password, name: nameInUse(folder) });
  }
  const mariadb = await startMariadb(folder);
  try {
    return await work(addressIn(mariadb.url));
  } finally {
    await mariadb.stop();
  }
}
