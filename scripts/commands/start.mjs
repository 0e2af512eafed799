/**
 * Starts Heath: installs what is missing, starts the database, sets it up, builds, serves, and keeps database and server alive until it is
 * told to end.
 */
import { spawn } from 'node:child_process';
import { connect } from 'node:net';
import { join } from 'node:path';
import { checkDatabase } from '../lib/database.mjs';
import { freeMegabytes, keepReserve, makeDataFolder, NEEDED_MEGABYTES } from '../lib/folder.mjs';
import { checkMachine, installModules, installPackages, MARIADB } from '../lib/install.mjs';
import { greets, portIsFree, startMariadb } from '../lib/mariadb.mjs';
import { beginChange, endChange, forgetNext, useNext } from '../lib/names-of-databases.mjs';
import { dataFolder, root } from '../lib/paths.mjs';
import { endChild, endStartedWith, forget, remember, remembered } from '../lib/processes.mjs';
import { run } from '../lib/run.mjs';
import { fail, say } from '../lib/say.mjs';
import { SERVER_ENVIRONMENT, SERVER_FLAGS } from '../lib/server.mjs';
import { checkSettings, databaseOf, payIntakeOf, portOf } from '../lib/settings.mjs';
import { supervise } from '../lib/supervise.mjs';

const LOOK_MILLISECONDS = 5000;
/** Looks without a word from the server, or a greeting from the database, before it is taken for dead. */
const MOST_SILENT_LOOKS = { server: 6, database: 12 };
const SERVER_END_SECONDS = 10;

const folder = dataFolder();
const lockFile = join(folder, 'start.pid');
/** By this a later start finds a server that this one left. */
const serverOf = `--data=${folder}`;
const intakeOf = `--intake=${folder}`;

const orFail = async (work) => {
  try {
    return await work();
  } catch (error) {
    return fail(error.message);
  }
};

const reaches = ({ host, port }) =>
  new Promise((resolve) => {
    const socket = connect(port, host);
    const end = (reached) => {
      socket.destroy();
      resolve(reached);
    };
    socket.on('connect', () => end(true));
    socket.on('error', () => end(false));
    socket.setTimeout(5000, () => end(false));
  });

// Everything that can be wrong is said before anything is set up.
await orFail(() => checkSettings(process.env));
const port = portOf(process.env);
const given = databaseOf(process.env);
if (given !== undefined && !(await reaches(given)))
  fail(`No database answers at ${given.host}:${given.port}. Start it, or correct HEATH_DATABASE_URL.`);
checkMachine();
await orFail(() => makeDataFolder(folder, given === undefined));
const other = remembered(lockFile);
if (other !== null) {
  fail(
    `Heath is running already on ${folder} (process ${other}). End it first, or set HEATH_DATA to another folder.`,
  );
}
// A server whose starter was killed ends by itself; one that cannot is ended here.
for (const left of [serverOf, intakeOf]) await orFail(() => endStartedWith(left, SERVER_END_SECONDS));
if (!(await portIsFree(port))) fail(`Port ${port} is in use. Set PORT to a free one: PORT=4871 npm start`);
await orFail(() => remember(lockFile, process.pid));

let server = null;
let mariadb = null;
/** The small pay system that ships with Heath; null where another is given. */
let intake = null;
const watches = [];
const timers = [];
let stopping = false;
async function stop(code) {
  if (stopping) {
    // Told twice: nothing is waited for any more. The database recovers from its own log.
    server?.kill('SIGKILL');
    intake?.kill('SIGKILL');
    mariadb?.child.kill('SIGKILL');
    process.exit(code);
  }
  stopping = true;
  for (const timer of timers) clearInterval(timer);
  for (const watch of watches) void watch.end();
  if (server !== null) await endChild(server, SERVER_END_SECONDS);
  if (intake !== null) await endChild(intake, SERVER_END_SECONDS);
  await mariadb?.stop();
  forget(lockFile);
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
// The terminal may be gone before Heath is.
process.stdout.on('error', () => {});

await installModules();
if (given === undefined) {
  await installPackages([MARIADB]);
  mariadb = await orFail(() => startMariadb(folder));
} else {
  await orFail(() => checkDatabase(given));
}
const env = {
  ...process.env,
  PORT: String(port),
  HEATH_DATABASE_URL: given?.url ?? mariadb.url,
  HEATH_DATA_ON_THIS_DISK: given === undefined ? folder : '',
};
// In a process of its own: what builds keeps its memory for as long as it lives.
if ((await run(process.execPath, [join(root, 'scripts', 'build.mjs')])) !== 0) await stop(1);
const setUp = join(root, 'dist', 'server', 'set-up.js');
// What a restore that died had asked for.
forgetNext(folder);
if ((await run(process.execPath, [setUp, ...process.argv.slice(2)], { env })) !== 0) await stop(1);

/** Starts the pay system that ships with Heath, always on the port that it had first, and waits until it listens. */
function launchIntake() {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [join(root, 'dist', 'stand-ins', 'pay-intake', 'main.js'), intakeOf],
      {
        env: {
          ...env,
          HEATH_INTAKE_PORT: env.HEATH_PAY_INTAKE ? new URL(env.HEATH_PAY_INTAKE).port : '0',
          HEATH_INTAKE_FOLDER: join(folder, 'pay-intake'),
        },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      },
    );
    intake = child;
    child.on('message', ({ listening }) => {
      env.HEATH_PAY_INTAKE = listening;
      resolve(child);
    });
    child.on('error', (error) => reject(new Error(error.message)));
    child.on('exit', (code) => reject(new Error(code === null ? 'it was killed' : 'it says why above')));
  });
}

let silentLooks = 0;

/** Starts the server and waits until it listens. */
function launchServer() {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [...SERVER_FLAGS, join(root, 'dist', 'server', 'main.js'), serverOf],
      {
        env: {
          ...SERVER_ENVIRONMENT,
          ...env,
          NODE_ENV: 'production',
          HEATH_LOG: process.env.HEATH_LOG ?? 'warn',
        },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      },
    );
    server = child;
    silentLooks = 0;
    child.on('message', (message) => {
      silentLooks = 0;
      if (message === 'listening') resolve(child);
    });
    child.on('error', (error) => reject(new Error(error.message)));
    child.on('exit', (code) => reject(new Error(code === null ? 'it was killed' : 'it says why above')));
  });
}

/** What answers nothing is as dead as what has ended, and is started again like it. */
function watchSilence() {
  let busy = false;
  let silentDatabase = 0;
  const look = async () => {
    if (busy) return;
    busy = true;
    if (++silentLooks > MOST_SILENT_LOOKS.server && server.exitCode === null && server.signalCode === null) {
      say('The server has not been heard from for half a minute. It is ended.');
      server.kill('SIGKILL');
    }
    if (mariadb !== null) {
      silentDatabase = (await greets(mariadb.port)) ? 0 : silentDatabase + 1;
      if (silentDatabase > MOST_SILENT_LOOKS.database) {
        say('The database has not answered for a minute. It is ended.');
        mariadb.child.kill('SIGKILL');
        silentDatabase = 0;
      }
    }
    busy = false;
  };
  timers.push(setInterval(() => void look(), LOOK_MILLISECONDS));
}

/** Says when the disk below the data gets full, and when there is room again. */
function watchDisk() {
  let low = false;
  const look = () => {
    keepReserve(folder);
    const free = freeMegabytes(folder);
    if (free < NEEDED_MEGABYTES.used !== low) {
      low = !low;
      say(
        low
          ? `The disk below ${folder} has ${free} MB left. Heath takes nothing new in until there are ${NEEDED_MEGABYTES.used} MB: free some space.`
          : `The disk below ${folder} has room again: ${free} MB.`,
      );
    }
  };
  timers.push(setInterval(look, LOOK_MILLISECONDS));
  look();
}

let first;
let firstIntake = null;
try {
  if (payIntakeOf(process.env) === undefined) firstIntake = await launchIntake();
  first = await launchServer();
} catch {
  // Whatever keeps it from coming up the first time is said above, and will not go away by itself.
  await stop(1);
}
say(`Heath is at http://localhost:${port} (Ctrl-C ends it)`);
let watch = supervise({ name: 'The server', launch: launchServer, say, child: first });
watches.push({ end: () => watch.end() });
if (firstIntake !== null)
  watches.push(supervise({ name: 'The pay intake', launch: launchIntake, say, child: firstIntake }));
if (mariadb !== null) {
  watches.push(
    supervise({ name: 'The database', launch: () => mariadb.launch(), say, child: mariadb.child }),
  );
  watchDisk();
}
watchSilence();

let isChanging = false;
/** A restore has another database ready: the server ends, uses that one, and comes up again. */
async function changeDatabase() {
  if (isChanging || stopping || given !== undefined) return;
  isChanging = true;
  say('A backup is put back. The server starts anew on it.');
  beginChange(folder);
  await watch.end();
  await endChild(server, SERVER_END_SECONDS);
  useNext(folder);
  env.HEATH_DATABASE_URL = mariadb.url;
  // As empty as it is: no demo is loaded into what was restored.
  if ((await run(process.execPath, [setUp, '--empty'], { env })) !== 0) await stop(1);
  const again = await launchServer().catch(() => null);
  if (again === null) return stop(1);
  watch = supervise({ name: 'The server', launch: launchServer, say, child: again });
  isChanging = false;
  endChange(folder);
  say('The server is up again.');
}
process.on('SIGUSR2', () => void changeDatabase());
