/** Builds the pages and the server into dist/, where a source has changed since the last build. */
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { root } from './lib/paths.mjs';
import { fail, say } from './lib/say.mjs';

const SOURCES = ['core', 'contract', 'server', 'web', 'demo', 'scripts', 'package-lock.json'];
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

/** Bundles programs for Node.js: Heath's own floors go in, packages stay where npm put them. */
export async function bundle(entryPoints, outdir) {
  const esbuild = await import('esbuild');
  await esbuild.build({
    entryPoints,
    outdir,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [
      {
        name: 'packages-stay',
        setup(plugin) {
          plugin.onResolve({ filter: /^[^./]/ }, ({ path }) =>
            path.startsWith('@heath/') ? undefined : { path, external: true },
          );
        },
      },
    ],
  });
}

export async function build() {
  const stamp = SOURCES.map((source) => newest(join(root, source))).join('\n');
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  say('Building.');
  try {
    rmSync(join(root, 'dist'), { recursive: true, force: true });
    mkdirSync(join(root, 'dist'));
    const entries = ['main', 'worker', 'set-up'].map((name) => join(root, 'server', 'src', `${name}.ts`));
    await bundle(entries, join(root, 'dist', 'server'));
    const vite = await import('vite');
    await vite.build({ configFile: join(root, 'web', 'vite.config.ts'), logLevel: 'warn' });
  } catch (error) {
    fail(`The application could not be built: ${error.message}`);
  }
  writeFileSync(stampFile, stamp);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await build();
