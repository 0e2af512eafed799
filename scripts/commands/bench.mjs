/** Measures what the issues ask for, as ratios within one run, and prints JSON. `npm run bench -- calculation` runs that part alone. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, bundle } from '../lib/build.mjs';
import { CHROMIUM, checkMachine, installModules, installPackages, MARIADB } from '../lib/install.mjs';
import { startMariadb } from '../lib/mariadb.mjs';
import { root } from '../lib/paths.mjs';
import { run } from '../lib/run.mjs';
import { fail } from '../lib/say.mjs';

const PARTS = {
  calculation: 'calculation',
  application: 'bench',
  bystander: 'bystander',
  growth: 'growth',
};
const wanted = process.argv.slice(2);
for (const part of wanted)
  if (!(part in PARTS)) fail(`There are ${Object.keys(PARTS).join(', ')}, not ${part}.`);

checkMachine();
await installModules();
await installPackages([MARIADB, CHROMIUM]);
await build();
const parts = Object.entries(PARTS).filter(([part]) => wanted.length === 0 || wanted.includes(part));
await bundle(
  parts.map(([, name]) => join(root, 'bench', `${name}.ts`)),
  join(root, 'dist', 'bench'),
);
await bundle([join(root, 'cli', 'src', 'main.ts')], join(root, 'dist', 'cli'));
let code = 0;
for (const [, name] of parts) {
  // Each on a database of its own.
  const folder = mkdtempSync(join(tmpdir(), 'heath-bench-'));
  const mariadb = await startMariadb(folder, { mayReadFiles: true }).catch((error) => fail(error.message));
  const env = { ...process.env, TZ: 'UTC', HEATH_DATABASE_URL: mariadb.url, HEATH_BENCH: folder };
  const program = join(root, 'dist', 'bench', `${name}.js`);
  // A part that misses a bar ends with a code of its own; the others are measured all the same.
  const ended = await run(process.execPath, ['--enable-source-maps', '--expose-gc', program], { env });
  code ||= ended;
  await mariadb.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(code);
