import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { session } from './database/schema.ts';
import { SessionStore } from './features/sign-in/session-store.ts';
import { type Company, freshCompany } from './testing/company.ts';

let company: Company;
let base: string;
let close: () => void;
beforeAll(async () => {
  company = await freshCompany('app', 8);
  const app = createApp(company, new SessionStore(company.database), 'test secret', '/nowhere');
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  close = () => server.close();
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
    ['GET', '/api/handoffs/1/file.csv'],
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

  it('lets nobody guess on: after ten failures the right password waits too', async () => {
    const statuses: number[] = [];
    for (let i = 0; i < 10; i++) statuses.push((await signIn('marek', `guess ${i}`)).status);
    expect(new Set(statuses)).toEqual(new Set([401]));
    expect((await signIn('marek', 'heather-and-moss')).status).toBe(429);
    expect((await signIn('odile', 'gorse-in-bloom')).status).toBe(200);
  });
});
