/** A server to measure, and people who ask it for something. */
import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { fileURLToPath } from 'node:url';
import { SERVER_ENVIRONMENT, SERVER_FLAGS } from '../scripts/lib/server.mjs';

const PORT = 4899;
export const base = `http://127.0.0.1:${PORT}`;
export const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export function startServer(): Promise<ChildProcess> {
  const child = spawn(process.execPath, [...SERVER_FLAGS, here('../server/main.js')], {
    env: {
      ...SERVER_ENVIRONMENT,
      ...process.env,
      NODE_ENV: 'production',
      PORT: String(PORT),
      HEATH_LOG: 'error',
      HEATH_NOW: '2026-11-02T09:00:00Z',
    },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('message', () => resolve(child));
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
}

export async function stopServer(running: ChildProcess): Promise<void> {
  const ended = new Promise((resolve) => running.once('exit', resolve));
  running.kill('SIGTERM');
  await ended;
}

/** The most memory that a process has had. */
export const peakMegabytes = (pid: number): number =>
  Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

/** Asks for something as one user; the first request signs in. */
export type Call = <T>(method: string, path: string, body?: unknown) => Promise<T>;

export const agent = new Agent({ keepAlive: true });

/** Client of one user, with a session of its own. Sends a text as a file, anything else as JSON. */
export function caller(): { readonly call: Call; readonly cookie: () => string } {
  let cookie = '';
  const call: Call = <T>(method: string, path: string, body?: unknown) => {
    const isFile = typeof body === 'string';
    const text = body === undefined ? '' : isFile ? body : JSON.stringify(body);
    return new Promise<T>((resolve, reject) => {
      const headers = {
        Origin: base,
        Cookie: cookie,
        'Content-Type': isFile ? 'text/csv' : 'application/json',
        'Content-Length': Buffer.byteLength(text),
        'Idempotency-Key': randomUUID(),
      };
      const sent = request(`${base}/api${path}`, { method, agent, headers }, (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => {
          const reply = Buffer.concat(parts).toString();
          if (response.statusCode! >= 300)
            reject(new Error(`${method} ${path}: ${response.statusCode} ${reply}`));
          cookie ||= response.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
          resolve((reply === '' ? null : JSON.parse(reply)) as T);
        });
      });
      sent.on('error', reject);
      sent.end(text);
    });
  };
  return { call, cookie: () => cookie };
}
