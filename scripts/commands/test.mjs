/** All tests, from a fresh clone: installs what is missing, then static checks, unit, database and browser tests. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from '../lib/build.mjs';
import { CHROMIUM, checkMachine, installModules, installPackages, MARIADB } from '../lib/install.mjs';
import { startMariadb } from '../lib/mariadb.mjs';
import { root } from '../lib/paths.mjs';
import { run } from '../lib/run.mjs';
import { fail, say } from '../lib/say.mjs';
import { staticChecks } from '../lib/static-checks.mjs';

checkMachine();
await installModules();
await installPackages([MARIADB, CHROMIUM]);
await staticChecks();
await build();

// A folder and a port of its own, so that a running `npm start` is left alone.
const folder = mkdtempSync(join(tmpdir(), 'heath-test-'));
const mariadb = process.env.HEATH_DATABASE_URL
  ? null
  : await startMariadb(folder, { mayLose: true }).catch((error) => fail(error.message));
const report = join(folder, 'report.json');
// Not what the build left there: in production replies are not held against their schemas, nor cards against what always holds.
const env = {
  ...process.env,
  NODE_ENV: 'test',
  TZ: 'UTC',
  HEATH_DATABASE_URL: process.env.HEATH_DATABASE_URL ?? mariadb.url,
};
const end = async () => {
  await mariadb?.stop();
  rmSync(folder, { recursive: true, force: true });
};
process.on('SIGINT', () => void end().then(() => process.exit(130)));

say('== Unit, database and browser tests');
const args = [
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${report}`,
  ...process.argv.slice(2),
];
const code = await run('npx', ['--no-install', ...args], { cwd: root, env });
let counts = { numPassedTests: 0, numFailedTests: 1, numTotalTestSuites: 0, numFailedTestSuites: 1 };
try {
  counts = JSON.parse(readFileSync(report, 'utf8'));
} catch {
  say('The test runner left no report.');
}
await end();
const failed = counts.numFailedTests > 0 ? counts.numFailedTests : code === 0 ? 0 : 1;
say(`${counts.numPassedTests} passed, ${failed} failed`);
process.exit(failed === 0 && counts.numPassedTests > 0 ? 0 : 1);
