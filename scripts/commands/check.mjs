import { checkMachine, installModules } from '../lib/install.mjs';
import { root } from '../lib/paths.mjs';
import { run } from '../lib/run.mjs';
import { staticChecks } from '../lib/static-checks.mjs';

checkMachine();
await installModules();
await staticChecks();
process.exit(
  await run('npx', ['--no-install', 'vitest', 'run', '--project', 'unit', '--project', 'web'], { cwd: root }),
);
