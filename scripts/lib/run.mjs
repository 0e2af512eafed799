import { spawn, spawnSync } from 'node:child_process';

/** Runs a command in the foreground. Resolves to its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('exit', (code, signal) => resolve(code ?? (signal ? 130 : 1)));
  });
}

/** Runs a command beside others. Resolves to its exit code and all that it printed. */
export function heard(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    const parts = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => parts.push(part));
    const end = (code) => resolve({ code, output: Buffer.concat(parts).toString() });
    child.on('error', () => end(127));
    child.on('close', (code, signal) => end(code ?? (signal ? 130 : 1)));
  });
}

/** Runs a command quietly. Returns its exit status and what it printed. */
export function quietly(command, args, options = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', ...options });
  return { status: status ?? 127, output: `${stdout ?? ''}${stderr ?? ''}` };
}
