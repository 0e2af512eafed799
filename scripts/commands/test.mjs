/** All tests, from a fresh clone: installs what is missing, then static checks, unit, database and browser tests. */
import { build } from '../lib/build.mjs';
import { CHROMIUM, checkMachine, installModules, installPackages, MARIADB } from '../lib/install.mjs';
import { say } from '../lib/say.mjs';
import { staticChecks } from '../lib/static-checks.mjs';
import { withTestDatabase } from '../lib/tests.mjs';

checkMachine();
await installModules();
await installPackages([MARIADB, CHROMIUM]);
// The build is read by the browser tests alone: nothing of it is checked.
await Promise.all([staticChecks(), build()]);

say('== Unit, database and browser tests');
const { passed, failed } = await withTestDatabase((runTests) => runTests(process.argv.slice(2)));
say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
