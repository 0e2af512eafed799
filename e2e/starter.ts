import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startedWith } from '../scripts/lib/processes.mjs';
import { freePort } from './server.ts';

const root = fileURLToPath(new URL('..', import.meta.url));

/** `npm start`, as a person runs it, on a folder and a port of its own. */
export interface Starter {
  readonly url: string;
  readonly folder: string;
  /** Everything it has said. */
  said(): string;
  /** The process of the starter itself. */
  readonly child: ChildProcess;
  /** The number of the process; throws while there is none. */
  pid(of: 'server' | 'database' | 'intake'): number;
  /** Waits until it says so, after so many characters of what it said before. */
  until(text: string, seconds: number, after?: number): Promise<void>;
  ended(): Promise<number | NodeJS.Signals>;
}

/** The environment for a start of its own, without what the tests around it have set. */
export function environment(more: Record<string, string | undefined> = {}): NodeJS.ProcessEnv {
  const { HEATH_DATABASE_URL: _, HEATH_DATA: _d, HEATH_NOW: _n, PORT: _p, ...rest } = process.env;
  const env: NodeJS.ProcessEnv = { ...rest };
  for (const [name, value] of Object.entries(more)) if (value !== undefined) env[name] = value;
  return env;
}

export async function startHeath(
  folder: string,
  args: readonly string[] = [],
  port?: number,
  more: Record<string, string> = {},
): Promise<Starter> {
  const at = port ?? (await freePort());
  let text = '';
  const child = spawn(process.execPath, [join(root, 'scripts', 'start.mjs'), ...args], {
    env: environment({ HEATH_DATA: folder, PORT: String(at), HEATH_LOG: 'error', ...more }),
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  for (const stream of [child.stdout, child.stderr])
    stream!.on('data', (part: Buffer) => {
      text += part.toString();
    });
  return {
    url: `http://localhost:${at}`,
    folder,
    child,
    said: () => text,
    pid(of) {
      const [pid] = startedWith(
        {
          server: `--data=${folder}`,
          intake: `--intake=${folder}`,
          database: `--datadir=${join(folder, 'database')}`,
        }[of],
      );
      if (pid === undefined) throw new Error(`There is no ${of} just now.`);
      return pid;
    },
    async until(wanted, seconds, after = 0) {
      const limit = Date.now() + seconds * 1000;
      while (!text.includes(wanted, after)) {
        if (Date.now() > limit || (child.exitCode ?? child.signalCode) !== null)
          throw new Error(`It did not say "${wanted}" within ${seconds} s, but:\n${text}`);
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    },
    ended: () =>
      new Promise((resolve) => {
        const how = () => (child.exitCode ?? child.signalCode)!;
        if ((child.exitCode ?? child.signalCode) !== null) resolve(how());
        else child.once('exit', () => resolve(how()));
      }),
  };
}
