import { root } from './paths.mjs';
import { heard } from './run.mjs';
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

const AT_ONCE = 2;

/** Runs the static checks, two at once, and says what each found; where one fails, no more are begun. */
export async function staticChecks() {
  const left = [...STEPS];
  const failed = [];
  const lane = async () => {
    for (let step = left.shift(); step !== undefined && failed.length === 0; step = left.shift()) {
      const [name, command] = step;
      const { code, output } = await heard('npx', ['--no-install', ...command], { cwd: root });
      say(`== ${name}`);
      process.stdout.write(output);
      if (code !== 0) failed.push(name);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
  if (failed.length > 0) fail(`${failed.join(', ')}: failed, see above.`);
}
