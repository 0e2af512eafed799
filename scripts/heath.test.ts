import { spawn } from 'node:child_process';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));

function heath(...args: readonly string[]): Promise<{ status: number | null; said: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [join(root, 'scripts', 'heath.mjs'), ...args]);
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (part: Buffer) => {
        said += part.toString();
      });
    child.once('exit', (status) => resolve({ status, said }));
  });
}

describe('the headless program', () => {
  it('runs side by side, also where it must be built first, and is built once', async () => {
    const dist = join(root, 'dist');
    const built = () => (existsSync(dist) ? readdirSync(dist).filter((name) => name.startsWith('cli-')) : []);
    for (const name of built()) rmSync(join(dist, name), { recursive: true });
    const runs = await Promise.all(Array.from({ length: 4 }, () => heath('--help')));
    for (const { status, said } of runs) {
      expect(said).toMatch(/^Computes payable hours from punches\./);
      expect(status).toBe(0);
    }
    expect(built()).toHaveLength(1);
  }, 60_000);

  it.each([
    [['compute', '--punch', 'x.csv'], '--punch: there is no such option. Did you mean --punches?'],
    [
      ['compute', '--corections', 'x.csv'],
      '--corections: there is no such option. Did you mean --corrections?',
    ],
    [['compute', '--colour'], '--colour: there is no such option. See --help for those there are.'],
    [['compute', '--punches'], '--punches: something must follow it. See --help.'],
    [['compute', 'x.csv'], 'x.csv: every file needs its option before it, like --punches P.csv. See --help.'],
  ])('%j is refused in words', async (args, sentence) => {
    expect(await heath(...args)).toEqual({ status: 2, said: `${sentence}\n` });
  });
});
