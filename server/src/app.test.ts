import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import type { TasksReply } from '@heath/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { session, task } from './database/schema/index.ts';
import { type Company, freshCompany } from './testing/company.ts';
import { serve } from './testing/serve.ts';

let company: Company;
let base: string;
let close: () => void;
beforeAll(async () => {
  company = await freshCompany('app', 8);
  ({ base, close } = await serve(company));
});
afterAll(async () => {
  close();
  await company.close();
});

const post = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(base + path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: base, ...headers },
    body: JSON.stringify(body),
  });
/** What was told next on a connection of server-sent events. */
function eventsOf(response: Response): () => Promise<TasksReply> {
  const parts = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  return async () => {
    for (;;) {
      const [, told] = /^data: (.*)\n\n/m.exec(text) ?? [];
      if (told !== undefined) {
        text = text.slice(text.indexOf(told) + told.length);
        return JSON.parse(told);
      }
      const { value, done } = await parts.read();
      if (done) throw new Error(`It ended after ${JSON.stringify(text)}.`);
      text += value;
    }
  };
}
const signIn = (username: string, password: string) => post('/api/session', { username, password });
const cookieOf = (response: Response) => response.headers.get('set-cookie')!;

describe('the application', () => {
  it('says when it and its database are ready', async () => {
    const response = await fetch(`${base}/api/health`);
    expect([response.status, await response.json()]).toEqual([200, { status: 'ready' }]);
  });

  it.each([
    ['GET', '/api/session'],
    ['GET', '/api/periods'],
    ['GET', '/api/periods/1/cards'],
    ['GET', '/api/periods/1/cards/1'],
    ['GET', '/api/periods/1/strip'],
    ['GET', '/api/periods/1/handoff'],
    ['GET', '/api/imports'],
    ['GET', '/api/imports/1/refusals.csv'],
    ['GET', '/api/handoffs/1/file'],
    ['GET', '/api/pay-codes'],
    ['POST', '/api/imports?name=x.csv'],
    ['POST', '/api/periods/1/cards/1/settle'],
    ['POST', '/api/periods/1/handoff'],
    ['POST', '/api/pay-codes'],
  ])('%s %s needs a session', async (method, path) => {
    const response = await fetch(base + path, { method, headers: { Origin: base } });
    expect(response.status).toBe(401);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    expect(await response.json()).toMatchObject({ type: 'signed-out', status: 401 });
  });

  it('signs in with an http-only same-site cookie and keeps the session in the database', async () => {
    const response = await signIn('odile', 'gorse-in-bloom');
    expect(await response.json()).toMatchObject({ name: 'Odile Ravn' });
    const cookie = cookieOf(response);
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Strict/i);
    expect(await company.database.select().from(session)).toHaveLength(1);
    const headers = { Cookie: cookie.split(';')[0]! };
    expect((await fetch(`${base}/api/periods`, { headers })).status).toBe(200);

    await fetch(`${base}/api/session`, { method: 'DELETE', headers: { ...headers, Origin: base } });
    expect((await fetch(`${base}/api/periods`, { headers })).status).toBe(401);
    expect(await company.database.select().from(session)).toHaveLength(0);
  });

  it('refuses writes from another origin, and writes that do not say from where', async () => {
    const body = { username: 'odile', password: 'gorse-in-bloom' };
    expect((await post('/api/session', body, { Origin: 'https://elsewhere.example' })).status).toBe(403);
    const silent = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    expect(silent.status).toBe(403);
  });

  it('names the field of a request that is not as it should be', async () => {
    const response = await post('/api/session', { username: '', password: 'x' });
    expect(response.status).toBe(422);
    expect(await response.json()).toMatchObject({
      type: 'invalid',
      field: 'username',
      title: 'Type your user name.',
    });
  });

  it('keeps nothing of its API in caches', async () => {
    for (const path of ['/api/health', '/api/session', '/api/nothing'])
      expect((await fetch(base + path)).headers.get('cache-control')).toBe('no-store');
  });

  it('answers only under its own addresses', async () => {
    const { port } = new URL(base);
    const status = (host: string, path: string) =>
      new Promise((resolve) =>
        request({ port, path, headers: { Host: host } }, (response) => resolve(response.statusCode)).end(),
      );
    expect(await status(`127.0.0.1:${port}`, '/api/session')).toBe(401);
    expect(await status('elsewhere.example', '/api/session')).toBe(421);
    expect(await status(`elsewhere.example:${port}`, '/')).toBe(421);
  });

  describe('to somebody signed in', () => {
    let cookie: string;
    beforeAll(async () => {
      const response = await signIn('odile', 'gorse-in-bloom');
      await response.clone().text();
      cookie = cookieOf(response).split(';')[0]!;
    });
    const send = (method: string, path: string, body?: string, headers: Record<string, string> = {}) =>
      fetch(base + path, {
        method,
        headers: { Cookie: cookie, Origin: base, 'Idempotency-Key': randomUUID(), ...headers },
        ...(body === undefined ? {} : { body }),
      });
    const JSON_TYPE = { 'Content-Type': 'application/json' };

    it.each<[string, number, () => Promise<Response>]>([
      ['a path that is no UTF-8', 400, () => send('GET', '/api/periods/%E0%A4%A/cards')],
      ['an id that is none', 422, () => send('GET', '/api/periods/abc/cards')],
      ['an id beyond all', 422, () => send('GET', '/api/periods/99999999999999/cards')],
      [
        'a body in another character set',
        415,
        () => send('POST', '/api/pay-codes', '{}', { 'Content-Type': 'application/json; charset=koi8-r' }),
      ],
      [
        'a body packed in an unknown way',
        415,
        () => send('POST', '/api/pay-codes', '{}', { ...JSON_TYPE, 'Content-Encoding': 'squeezed' }),
      ],
      ['a body that is not JSON', 400, () => send('POST', '/api/pay-codes', '{"code":', JSON_TYPE)],
      ['a body that is a list', 422, () => send('POST', '/api/pay-codes', '[]', JSON_TYPE)],
      ['a body of nothing', 422, () => send('POST', '/api/pay-codes')],
      [
        'a body that is too large',
        413,
        () => send('POST', '/api/pay-codes', `"${'x'.repeat(300_000)}"`, JSON_TYPE),
      ],
      ['a name given twice', 422, () => send('POST', '/api/imports?name=a&name=b', 'x')],
      [
        'a write without a key',
        422,
        () =>
          send('POST', '/api/pay-codes', '{"code":"X1","name":"x"}', { ...JSON_TYPE, 'Idempotency-Key': '' }),
      ],
      ['a task that is not there', 409, () => send('POST', '/api/tasks/77/retry')],
      ['an import that is not there', 409, () => send('DELETE', '/api/tasks/77')],
    ])('%s is answered with %i and a sentence', async (_name, status, answer) => {
      const response = await answer();
      expect(response.status).toBe(status);
      const { title } = (await response.json()) as { title: string };
      expect(title).toMatch(/^[A-Z"].*\.$/s);
      expect(title).not.toMatch(/Invalid|Expected|undefined|SQL|select|insert|ER_/);
    });

    it('a request that comes twice at once is done once or refused, never an error of the server', async () => {
      const body = JSON.stringify({ code: 'TWICE', name: 'Twice' });
      const both = await Promise.all([1, 2, 3, 4].map(() => send('POST', '/api/pay-codes', body, JSON_TYPE)));
      expect(both.map(({ status }) => status).sort()).toEqual([201, 409, 409, 409]);
      const same = { ...JSON_TYPE, 'Idempotency-Key': 'the-same-key' };
      const once = JSON.stringify({ code: 'ONCE', name: 'Once' });
      const all = await Promise.all([1, 2, 3, 4].map(() => send('POST', '/api/pay-codes', once, same)));
      expect(all.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
    });

    it('tells of its work by itself, as it comes, goes on and ends', async () => {
      const leaves = new AbortController();
      const response = await fetch(`${base}/api/tasks/live`, {
        headers: { Cookie: cookie, 'Accept-Encoding': 'gzip' },
        signal: leaves.signal,
      });
      expect(response.headers.get('content-type')).toMatch(/^text\/event-stream/);
      expect(response.headers.get('content-encoding')).toBeNull();
      const events = eventsOf(response);
      expect(await events()).toEqual({ tasks: [], newest: 0, disk: null });
      await company.database.insert(task).values({ kind: 'recompute', subjectId: 1, status: 'waiting' });
      const { tasks } = await events();
      expect(tasks).toMatchObject([{ kind: 'recompute', status: 'waiting', done: 0 }]);
      await company.database.update(task).set({ status: 'running', done: 3, total: 8 });
      expect((await events()).tasks).toMatchObject([{ status: 'running', done: 3, total: 8 }]);
      await company.database.delete(task);
      expect((await events()).tasks).toEqual([]);
      leaves.abort();
    });

    const rule = { name: '', firstDay: null, lastDay: null, when: { premiums: ['Night'] }, code: '340' };
    it.each([
      [{ ...rule, when: { multipliers: [1.5], jobs: ['stores'] } }, 200],
      [{ ...rule, firstDay: '2026-10-19' }, 200],
      [{ ...rule, code: '999' }, 422],
      [{ ...rule, when: { jobs: ['nowhere'] } }, 422],
      [{ ...rule, when: { shoes: ['large'] } }, 422],
      [{ ...rule, when: { weekdays: [] } }, 422],
      [{ ...rule, firstDay: '2026-10-19', lastDay: '2026-10-01' }, 422],
      [7, 422],
      [null, 422],
    ])('the mapping rule %j is answered with %d', async (one, status) => {
      const { id } = (await (await send('GET', '/api/mapping')).json()) as { id: number };
      const body = JSON.stringify({ basedOn: id, rules: [one] });
      const response = await send('PUT', '/api/mapping', body, JSON_TYPE);
      expect(response.status).toBe(status);
      const { rules } = (await (await send('GET', '/api/mapping')).json()) as { rules: unknown[] };
      expect(rules.length).toBeGreaterThan(0);
      if (status === 200) expect(rules).toEqual([one]);
      else expect(rules).not.toContainEqual(one);
    });
  });
});
