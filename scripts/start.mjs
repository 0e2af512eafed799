/** Starts Heath: installs what is missing, starts the database, sets it up, builds, and serves. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { checkMachine, installModules, installPackages, MARIADB } from './lib/install.mjs';
import { portIsFree, startMariadb } from './lib/mariadb.mjs';
import { dataFolder, root } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { fail, say } from './lib/say.mjs';

const empty = process.argv.includes('--empty');
const port = Number(process.env.PORT ?? 4870);
const folder = dataFolder();
const lockFile = join(folder, 'start.pid');

function refuseSecondStart() {
  if (!existsSync(lockFile)) return;
  const pid = readFileSync(lockFile, 'utf8');
  const commandLine = `/proc/${pid}/cmdline`;
  if (existsSync(commandLine) && readFileSync(commandLine, 'utf8').includes('start.mjs')) {
    fail(
      `Heath is running already on ${folder} (process ${pid}). End it first, or set HEATH_DATA to another folder.`,
    );
  }
}

checkMachine();
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  fail(`PORT must be a port number from 1 to 65535, not "${process.env.PORT}".`);
}
refuseSecondStart();
if (!(await portIsFree(port))) fail(`Port ${port} is in use. Set PORT to a free one: PORT=4871 npm start`);
try {
  mkdirSync(folder, { recursive: true });
  writeFileSync(lockFile, String(process.pid));
} catch (error) {
  fail(`Heath cannot write to ${folder} (${error.code}). Set HEATH_DATA to a folder it may write to.`);
}

let server = null;
let mariadb = null;
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  if (server !== null && server.exitCode === null) {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
  }
  await mariadb?.stop();
  rmSync(lockFile, { force: true });
  process.exit(code);
}
process.on('SIGINT', () => void stop(0));
process.on('SIGTERM', () => void stop(0));

await installModules();
if (!process.env.HEATH_DATABASE_URL) {
  await installPackages([MARIADB]);
  mariadb = await startMariadb(folder);
}
const env = {
  ...process.env,
  PORT: String(port),
  HEATH_DATABASE_URL: process.env.HEATH_DATABASE_URL ?? mariadb.url,
};
await build();
const setUp = join(root, 'dist', 'server', 'set-up.js');
if ((await run(process.execPath, [setUp, ...(empty ? ['--empty'] : [])], { env })) !== 0) await stop(1);

server = spawn(process.execPath, [join(root, 'dist', 'server', 'main.js')], {
  env: { ...env, NODE_ENV: 'production', HEATH_LOG: process.env.HEATH_LOG ?? 'warn' },
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
});
server.on('message', () => say(`Heath is at http://localhost:${port} (Ctrl-C ends it)`));
server.on('exit', (code) => void stop(code ?? 1));
