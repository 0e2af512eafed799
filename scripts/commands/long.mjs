/**
 * The tests that draw by chance, for as long as `npm test` cannot: the same files, told to draw more. Takes hours; `npm run long -- PART ...` runs
 * some parts. Each run draws what no run drew before, and says its seed: HEATH_SEED repeats it.
 */
import { randomInt } from 'node:crypto';
import { build } from '../lib/build.mjs';
import { CHROMIUM, checkMachine, installModules, installPackages, MARIADB } from '../lib/install.mjs';
import { fail, say } from '../lib/say.mjs';
import { withTestDatabase } from '../lib/tests.mjs';

const PARTS = {
  people: {
    says: '200,000 random people computed in two ways',
    files: ['core/src/tick-by-tick', 'core/src/always-holds', 'core/src/to-the-minute', 'core/src/card/'],
    env: { HEATH_CASES: '200000' },
  },
  sequences: {
    says: '600 steps of corrections, editions and handoffs in any order',
    files: ['server/src/features/differences/any-sequence'],
    env: { HEATH_STEPS: '600' },
  },
  doubts: {
    says: '500 rounds of a pay system that fails, lies and is restored',
    files: ['server/src/features/handoff/any-fault'],
    env: { HEATH_FAULT_ROUNDS: '500' },
  },
  faults: {
    says: '200 rounds in which something dies amid a handoff',
    files: ['e2e/handoff-faults'],
    env: { HEATH_FAULT_ROUNDS: '200' },
  },
  kills: {
    says: '60 rounds of kills, and two minutes of ten people settling',
    files: ['e2e/crash', 'e2e/ten-settling'],
    env: { HEATH_ROUNDS: '60', HEATH_SECONDS: '120' },
  },
  input: {
    says: '20,000 bad requests and 500 bad files',
    files: ['e2e/bad-input'],
    env: { HEATH_REQUESTS: '20000', HEATH_FILES: '500' },
  },
};

const wanted = process.argv.slice(2);
for (const part of wanted)
  if (!(part in PARTS)) fail(`There are ${Object.keys(PARTS).join(', ')}, not ${part}.`);

checkMachine();
await installModules();
await installPackages([MARIADB, CHROMIUM]);
await build();

const seed = process.env.HEATH_SEED ?? String(randomInt(1, 1_000_000_000));
say(`HEATH_SEED=${seed}`);
const outcomes = await withTestDatabase(async (runTests) => {
  const all = [];
  for (const [part, { says, files, env }] of Object.entries(PARTS)) {
    if (wanted.length > 0 && !wanted.includes(part)) continue;
    say(`== ${part}: ${says}`);
    const start = Date.now();
    const counts = await runTests(files, { ...env, HEATH_SEED: seed });
    all.push({ part, minutes: Math.round((Date.now() - start) / 60_000), ...counts });
  }
  return all;
});
for (const { part, minutes, passed, failed } of outcomes)
  say(`${part}: ${passed} passed, ${failed} failed, ${minutes} min`);
say(`HEATH_SEED=${seed}`);
process.exit(outcomes.every(({ passed, failed }) => failed === 0 && passed > 0) ? 0 : 1);
