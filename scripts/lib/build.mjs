import { createHash } from 'node:crypto';
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { root } from './paths.mjs';
import { fail, say } from './say.mjs';

const SOURCES = ['core', 'contract', 'server', 'web', 'demo', 'stand-ins', 'scripts', 'package-lock.json'];
const stampFile = join(root, 'dist', 'stamp');

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return `${path}:${stat.mtimeMs}:${stat.size}`;
  return readdirSync(path)
    .filter((name) => name !== 'node_modules' && name !== 'dist')
    .sort()
    .map((name) => newest(join(path, name)))
    .join('\n');
}

/** Packages that are machine code, or that look for files of their own beside them. */
const NEVER_BUNDLED = ['@node-rs/argon2', 'piscina', 'pdfmake', 'exceljs', 'playwright-core'];

/** What packages written for CommonJS expect to find in their module. */
const COMMON_JS = `import { createRequire as $createRequire } from 'node:module';
import { dirname as $dirname } from 'node:path';
import { fileURLToPath as $fileURLToPath } from 'node:url';
const require = $createRequire(import.meta.url);
const __filename = $fileURLToPath(import.meta.url);
const __dirname = $dirname(__filename);`;

/**
 * Bundles programs for Node.js, with their packages: reading those file by file doubled the time in which a server starts, and each of its
 * threads (1.4 instead of 0.8 seconds of one core for the server, as much again for two threads).
 */
export async function bundle(entryPoints, outdir) {
  const esbuild = await import('esbuild');
  await esbuild.build({
    entryPoints,
    outdir,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    banner: { js: COMMON_JS },
    external: NEVER_BUNDLED,
    sourcemap: true,
    logLevel: 'warning',
  });
}

/** Builds the pages and the server into dist/, where a source has changed since the last build. */
export async function build() {
  const stamp = SOURCES.map((source) => newest(join(root, source))).join('\n');
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  say('Building.');
  try {
    // The headless program may be running from its own folder beside these.
    for (const part of ['stamp', 'server', 'stand-ins', 'web'])
      rmSync(join(root, 'dist', part), { recursive: true, force: true });
    mkdirSync(join(root, 'dist'), { recursive: true });
    const program = basename(dirname(await builtProgram()));
    for (const name of readdirSync(join(root, 'dist')))
      if (name.startsWith('cli-') && name !== program)
        rmSync(join(root, 'dist', name), { recursive: true, force: true });
    const entries = ['main', 'worker', 'set-up'].map((name) => join(root, 'server', 'src', `${name}.ts`));
    await bundle(entries, join(root, 'dist', 'server'));
    await bundle(
      [join(root, 'stand-ins', 'pay-intake', 'src', 'main.ts')],
      join(root, 'dist', 'stand-ins', 'pay-intake'),
    );
    const vite = await import('vite');
    await vite.build({ configFile: join(root, 'web', 'vite.config.ts'), logLevel: 'warn' });
  } catch (error) {
    fail(`The application could not be built: ${error.message}`);
  }
  writeFileSync(stampFile, stamp);
}

const PROGRAM_SOURCES = ['core', 'cli', 'package-lock.json'];

/**
 * The headless program, bundled: the path of its main file. Each state of the sources has a folder of its own, which never changes once it
 * is there, so that any number of runs go side by side. In a checkout that may not be written, what is not built there is built in the
 * temporary folder.
 */
export async function builtProgram() {
  const state = PROGRAM_SOURCES.map((source) => newest(join(root, source))).join('\n');
  const name = `cli-${createHash('sha256').update(state).digest('hex').slice(0, 16)}`;
  const places = [join(root, 'dist'), join(tmpdir(), 'heath-programs')];
  for (const place of places) {
    const main = join(place, name, 'main.js');
    if (existsSync(main)) return main;
  }
  const place = places.find(isWritable);
  const making = mkdtempSync(join(place, `${name}-`));
  await bundle([join(root, 'cli', 'src', 'main.ts')], making);
  // Packages are looked for upward from the program.
  if (place !== places[0]) {
    symlinkSync(join(root, 'node_modules'), join(making, 'node_modules'));
    writeFileSync(join(making, 'package.json'), '{"type":"module"}');
  }
  try {
    renameSync(making, join(place, name));
  } catch {
    // Another run was faster, with the very same.
    rmSync(making, { recursive: true, force: true });
  }
  return join(place, name, 'main.js');
}

function isWritable(folder) {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
    return true;
  } catch {
    return false;
  }
}
