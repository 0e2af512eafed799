import { root } from './paths.mjs';
import { run } from './run.mjs';
import { fail, say } from './say.mjs';

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
      'stand-ins',
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
