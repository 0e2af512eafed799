/** The headless Heath: computes files and checks rulebooks. Everything after `--` goes to the program. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { builtProgram } from '../lib/build.mjs';
import { root } from '../lib/paths.mjs';
import { quietly } from '../lib/run.mjs';
import { fail } from '../lib/say.mjs';

// The standard output belongs to the program: whatever comes before it must not write there.
if (!existsSync(join(root, 'node_modules', 'esbuild'))) {
  const { status, output } = quietly('npm', ['install', '--no-save', '--no-audit', '--no-fund'], {
    cwd: root,
  });
  if (status !== 0) fail(`The npm packages could not be installed:\n${output.slice(-800)}`);
}
const program = await builtProgram();
// Paths are relative to where the command was given, not to the project.
if (process.env.INIT_CWD) process.chdir(process.env.INIT_CWD);
await import(pathToFileURL(program).href);
