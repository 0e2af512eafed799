import { createHash } from 'node:crypto';
import { existsSync, readFileSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';
import { quietly, run } from './run.mjs';
import { fail, say } from './say.mjs';

const NEEDED_DISK_BYTES = 1024 ** 3;

/** Stops with one sentence where the disk is too full to install and build on. */
export function checkMachine() {
  const { bavail, bsize } = statfsSync(root);
  if (bavail * bsize < NEEDED_DISK_BYTES) {
    fail(
      `Heath needs 1 GB of free disk under ${root}; ${Math.round((bavail * bsize) / 1024 ** 2)} MB are free.`,
    );
  }
}

/** Installs Debian packages whose program is missing, or says which command would. */
export async function installPackages(packages) {
  const missing = packages.filter(({ program }) => !existsSync(program)).map(({ name }) => name);
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0) fail(`${missing.join(' and ')} is missing. Run: sudo ${command}`);
  say(`Installing ${missing.join(' and ')} from Debian's packages.`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  quietly('apt-get', ['update', '-qq'], { env });
  const { status, output } = quietly('apt-get', command.split(' ').slice(1), { env });
  if (status !== 0)
    fail(`${missing.join(' and ')} could not be installed. Run: ${command}\n${output.slice(-800)}`);
}

export const MARIADB = { name: 'mariadb-server', program: '/usr/sbin/mariadbd' };
export const CHROMIUM = { name: 'chromium', program: '/usr/bin/chromium' };

/** Installs npm packages from the lock file, where that has changed since they were installed last. */
export async function installModules() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.heath-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing npm packages from the lock file.');
  // Not `npm ci`: it refuses a lock file made where the binaries of other platforms were not to be had.
  const code = await run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
  });
  if (code !== 0) fail('The npm packages could not be installed; npm says why above.');
  writeFileSync(stamp, lock);
}
