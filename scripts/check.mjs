/** The quick part of the tests: format and lint, types, floors, unused code, unit tests. */
import { fileURLToPath } from 'node:url';
import { checkMachine, installModules } from './lib/install.mjs';
import { root } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { fail, say } from './lib/say.mjs';

const STEPS = [
  ['Format and lint', ['biome', 'ci', '.']],
  ['Types', ['tsc', '-p', '.']],
  [
    'Floors',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      'core',
      'cli/src',
      'contract',
      'server/src',
      'web/src',
      'demo',
    ],
  ],
  ['Unused code and packages', ['knip', '--no-config-hints']],
];

/** Runs the static checks; stops at the first that fails. */
export async function staticChecks() {
  for (const [name, command] of STEPS) {
    say(`== ${name}`);
    if ((await run('npx', ['--no-install', ...command], { cwd: root })) !== 0)
      fail(`${name}: failed, see above.`);
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  checkMachine();
  await installModules();
  await staticChecks();
  process.exit(await run('npx', ['--no-install', 'vitest', 'run', '--project', 'unit'], { cwd: root }));
}
