import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { closeSync, createReadStream, createWriteStream, fsyncSync, openSync } from 'node:fs';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';

/**
 * A backup is one gzip file: a first line that says what it is and when it was made, the database as SQL, and a last line with the SHA-256 of all
 * between them, so that one that is cut off is known.
 */
const FIRST = '-- Heath backup, form 1, made ';
const LAST = '-- Heath backup ends ';

/** How the client programs of MariaDB are told where the database is. The password stands in the environment, where others cannot read it. */
function clientOf({ host, port, user, password }) {
  return {
    args: [
      '--no-defaults',
      `--host=${host}`,
      `--port=${port}`,
      `--user=${user}`,
      '--protocol=tcp',
      '--default-character-set=utf8mb4',
    ],
    env: { ...process.env, MYSQL_PWD: password },
  };
}

/** Starts a client program. `ended` rejects with the end of what it said where it fails. */
function client(program, address, args, stdio) {
  const { args: where, env } = clientOf(address);
  const child = spawn(program, [...where, ...args], { env, stdio });
  const said = [];
  child.stderr.on('data', (part) => said.push(part));
  const ended = new Promise((resolve, reject) => {
    child.on('error', (error) => reject(new Error(`${program} cannot be started (${error.code}).`)));
    child.on('close', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(`${program}: ${Buffer.concat(said).toString().trim().slice(-400)}`)),
    );
  });
  ended.catch(() => {});
  return { child, ended };
}

/** Passes bytes on and adds them to a hash. */
const hashing = (hash) =>
  new Transform({
    transform(chunk, _encoding, done) {
      hash.update(chunk);
      done(null, chunk);
    },
  });

/**
 * Writes a database into a file, as it is at one moment, while others go on writing.
 *
 * @param address host, port, user, password and name of the database
 * @returns the SHA-256 of its SQL
 */
export async function writeBackup(address, file, madeAt) {
  const { child, ended } = client(
    'mariadb-dump',
    address,
    [
      '--single-transaction',
      '--quick',
      '--skip-lock-tables',
      '--triggers',
      '--hex-blob',
      '--no-tablespaces',
      '--skip-comments',
      address.name,
    ],
    ['ignore', 'pipe', 'pipe'],
  );
  const hash = createHash('sha256');
  const zip = createGzip({ level: 4 });
  const written = pipeline(zip, createWriteStream(file, { mode: 0o600 }));
  zip.write(`${FIRST}${madeAt}\n`);
  await pipeline(child.stdout, hashing(hash), zip, { end: false });
  await ended;
  const sha256 = hash.digest('hex');
  zip.end(`${LAST}${sha256}\n`);
  await written;
  // On the disk before anybody is told that it is there.
  const handle = openSync(file, 'r');
  fsyncSync(handle);
  closeSync(handle);
  return sha256;
}

const MOST_OF_A_LINE = 200;
const NO_BACKUP =
  'is no backup of Heath, or it is damaged. Nothing was changed: give a file that npm run backup made.';

/**
 * Splits a backup into its first line, its SQL, and its last line.
 *
 * @param onSql takes pieces of SQL in order
 * @returns when it was made
 * @throws where it is no whole backup
 */
async function readBackup(file, onSql) {
  const hash = createHash('sha256');
  let head = '';
  let madeAt = null;
  // The last line is known as such only when nothing comes after it.
  let tail = Buffer.alloc(0);
  const take = async (chunk) => {
    const whole = Buffer.concat([tail, chunk]);
    const keep = Math.min(whole.length, LAST.length + 65);
    const sql = whole.subarray(0, whole.length - keep);
    tail = Buffer.from(whole.subarray(whole.length - keep));
    if (sql.length === 0) return;
    hash.update(sql);
    await onSql(sql);
  };
  const unzipped = createGunzip();
  const reading = createReadStream(file);
  reading.on('error', (error) => unzipped.destroy(error));
  reading.pipe(unzipped);
  try {
    for await (const chunk of unzipped) {
      if (madeAt !== null) {
        await take(chunk);
        continue;
      }
      head += chunk.toString('latin1');
      const end = head.indexOf('\n');
      if (end < 0 && head.length > MOST_OF_A_LINE) break;
      if (end < 0) continue;
      if (!head.startsWith(FIRST)) break;
      madeAt = head.slice(FIRST.length, end);
      await take(Buffer.from(head.slice(end + 1), 'latin1'));
    }
  } catch (error) {
    if (error.code === 'ENOENT') throw new Error(`There is no file ${file}.`);
    if (!/^Z_/.test(error.code ?? '')) throw error;
    throw new Error(`${file} ${NO_BACKUP}`);
  }
  if (madeAt === null || tail.toString('latin1') !== `${LAST}${hash.digest('hex')}\n`)
    throw new Error(`${file} ${NO_BACKUP}`);
  return madeAt;
}

/** When a backup was made. Throws one sentence where the file is no whole backup of Heath. */
export const checkBackup = (file) => readBackup(file, async () => {});

/** Loads a backup, which was checked before, into a database that is empty. */
export async function loadBackup(address, file) {
  const { child, ended } = client(
    'mariadb',
    address,
    ['--binary-mode', address.name],
    ['pipe', 'ignore', 'pipe'],
  );
  child.stdin.on('error', () => {});
  await readBackup(file, async (sql) => {
    if (!child.stdin.write(sql))
      await Promise.race([new Promise((resolve) => child.stdin.once('drain', resolve)), ended]);
  });
  child.stdin.end();
  await ended;
}

/** Runs one statement and returns what it prints, a row a line. */
export async function ask(address, sql, database = address.name) {
  const { child, ended } = client(
    'mariadb',
    address,
    ['--batch', '--skip-column-names', '--execute', sql, ...(database === null ? [] : [database])],
    ['ignore', 'pipe', 'pipe'],
  );
  const parts = [];
  child.stdout.on('data', (part) => parts.push(part));
  await ended;
  return Buffer.concat(parts).toString().trim();
}
