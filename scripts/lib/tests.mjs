import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from './mariadb.mjs';
import { root } from './paths.mjs';
import { run } from './run.mjs';
import { fail, say } from './say.mjs';

/**
 * Starts a database for tests, lets `work` run some, and clears away whatever was started, also when the run is broken off. A database that
 * HEATH_DATABASE_URL names is used instead.
 *
 * @param work gets `runTests(args, env)`, which runs Vitest with these arguments and variables and gives how many tests passed and failed
 */
export async function withTestDatabase(work) {
  // A folder and a port of its own, so that a running `npm start` is left alone.
  const folder = mkdtempSync(join(tmpdir(), 'heath-test-'));
  const mariadb = process.env.HEATH_DATABASE_URL
    ? null
    : await startMariadb(folder, { mayLose: true }).catch((error) => fail(error.message));
  const end = async () => {
    await mariadb?.stop();
    rmSync(folder, { recursive: true, force: true });
  };
  process.on('SIGINT', () => void end().then(() => process.exit(130)));
  const report = join(folder, 'report.json');
  const runTests = async (args, variables = {}) => {
    rmSync(report, { force: true });
    const env = {
      ...process.env,
      ...variables,
      // Not what the build left there: in production replies are not held against their schemas, nor cards against what always holds.
      NODE_ENV: 'test',
      TZ: 'UTC',
      HEATH_DATABASE_URL: process.env.HEATH_DATABASE_URL ?? mariadb.url,
    };
    const reporters = ['--reporter=default', '--reporter=json', `--outputFile.json=${report}`];
    const command = ['--no-install', 'vitest', 'run', ...reporters, ...args];
    const code = await run('npx', command, { cwd: root, env });
    return countedIn(report, code);
  };
  try {
    return await work(runTests);
  } finally {
    await end();
  }
}

/** How many tests passed and failed; a runner that ended badly without naming one counts as one that failed. */
function countedIn(report, code) {
  try {
    const { numPassedTests: passed, numFailedTests: failed } = JSON.parse(readFileSync(report, 'utf8'));
    return { passed, failed: failed === 0 && code !== 0 ? 1 : failed };
  } catch {
    say('The test runner left no report.');
    return { passed: 0, failed: 1 };
  }
}
