/** Measures what the issues ask for, as ratios within one run, and prints JSON. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, bundle } from './build.mjs';
import { CHROMIUM, checkMachine, installModules, installPackages, MARIADB } from './lib/install.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { root } from './lib/paths.mjs';
import { run } from './lib/run.mjs';

checkMachine();
await installModules();
await installPackages([MARIADB, CHROMIUM]);
await build();
const folder = mkdtempSync(join(tmpdir(), 'heath-bench-'));
await bundle([join(root, 'bench', 'bench.ts')], join(root, 'dist', 'bench'));
const mariadb = await startMariadb(folder, { mayReadFiles: true });
const env = { ...process.env, TZ: 'UTC', HEATH_DATABASE_URL: mariadb.url, HEATH_BENCH: folder };
const code = await run(process.execPath, ['--enable-source-maps', join(root, 'dist', 'bench', 'bench.js')], {
  env,
});
await mariadb.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(code);
