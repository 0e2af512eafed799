import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { remember, remembered, startedWith } from './processes.mjs';

const folder = mkdtempSync(join(tmpdir(), 'heath-processes-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = join(folder, 'x.pid');

describe('processes', () => {
  it('are remembered with when they began, so that another of the same number is another', () => {
    remember(file, process.pid);
    expect(remembered(file)).toBe(process.pid);
    writeFileSync(file, `${process.pid} 1`);
    expect(remembered(file)).toBeNull();
    for (const nonsense of ['', 'x', '1', '99999999 5']) {
      writeFileSync(file, nonsense);
      expect(remembered(file)).toBeNull();
    }
    expect(remembered(join(folder, 'none'))).toBeNull();
  });

  it('are found by an argument of their own, as soon as they are started and not after they ended', async () => {
    const argument = `--heath-test=${folder}`;
    const child = spawn('sleep', ['30'], { argv0: argument });
    await new Promise((resolve) => child.once('spawn', resolve));
    expect(startedWith(argument)).toEqual([child.pid]);
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
    expect(startedWith(argument)).toEqual([]);
  });
});
