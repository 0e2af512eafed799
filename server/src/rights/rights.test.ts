import { has, type Role } from '@heath/contract';
import { DEMO_USERS } from '@heath/demo';
import { and, eq, ne } from 'drizzle-orm';
import type { Router } from 'express';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../app.ts';
import { card, department } from '../database/schema/index.ts';
import { importFile } from '../demo/acting.ts';
import { SessionStore } from '../features/sign-in/session-store.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';
import { ROUTES } from '../testing/routes.ts';
import { serve } from '../testing/serve.ts';

let company: Company;
let served: Awaited<ReturnType<typeof serve>>;
const cookies = new Map<string, string>();
beforeAll(async () => {
  company = await freshCompany('rights');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  served = await serve(company);
  for (const { username } of DEMO_USERS) cookies.set(username, await signIn(username));
});
afterAll(async () => {
  served.close();
  await company.close();
});

const passwordOf = (username: string) => DEMO_USERS.find((one) => one.username === username)!.password;

async function signIn(username: string, password = passwordOf(username)): Promise<string> {
  const response = await fetch(`${served.base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: served.base },
    body: JSON.stringify({ username, password }),
  });
  await response.text();
  expect(response.status).toBe(200);
  return response.headers.get('set-cookie')!.split(';')[0]!;
}

let keys = 0;
async function ask(username: string | null, method: string, path: string, body?: unknown, cookie?: string) {
  const response = await fetch(`${served.base}/api${path}`, {
    method,
    headers: {
      Origin: served.base,
      Cookie: cookie ?? (username === null ? '' : cookies.get(username)!),
      'Idempotency-Key': `rights-test-${++keys}`,
      ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  // Events come for a minute; that they may be heard is seen before the first.
  const isLive = response.headers.get('content-type')?.startsWith('text/event-stream') ?? false;
  if (isLive) await response.body?.cancel();
  const text = isLive ? '' : await response.text();
  const isJson = response.headers.get('content-type')?.includes('json') ?? false;
  const reply = isJson && text !== '' ? JSON.parse(text) : null;
  return { status: response.status, type: reply?.type as string | undefined, body: reply };
}

/** The address of a route, about things that are not there. */
const addressOf = (route: string) => route.replaceAll(/:\w+/g, '99999');

const anyOf = (role: Role) => DEMO_USERS.find((one) => one.role === role)!.username;
const ROLES = ['specialist', 'supervisor', 'person', 'auditor', 'administrator'] as const;

describe('every route', () => {
  it('is defined, and each that is defined is served once', () => {
    const app = createApp(company, new SessionStore(company.database), 'secret', {
      webFolder: '/nowhere',
      origins: [served.base],
      trustProxy: false,
    });
    const found: string[] = [];
    const walk = ({ stack }: Router) => {
      for (const { route, handle } of stack) {
        if (route !== undefined)
          for (const { method } of route.stack) found.push(`${method?.toUpperCase()} ${route.path}`);
        else if ('stack' in handle) walk(handle as Router);
      }
    };
    const api = app.router.stack.find(({ handle }) => 'stack' in handle)!;
    walk(api.handle as unknown as Router);
    expect(found.sort()).toEqual(Object.keys(ROUTES).sort());
  });

  it.each(Object.entries(ROUTES).filter(([, asks]) => asks !== 'anybody'))(
    '%s is refused to whoever is not signed in',
    async (route) => {
      const [method = '', path = ''] = route.split(' ');
      expect(await ask(null, method, addressOf(path))).toMatchObject({ status: 401, type: 'signed-out' });
    },
  );

  it.each(
    Object.entries(ROUTES).flatMap(([route, asks]) =>
      asks === 'anybody' || asks === 'signed in' ? [] : ROLES.map((role) => ({ route, asks, role })),
    ),
  )('$route lets the $role pass where the role has the right', async ({ route, asks, role }) => {
    const [method = '', path = ''] = route.split(' ');
    const { type } = await ask(anyOf(role), method, addressOf(path));
    expect(type === 'not-allowed').toBe(!has([role], asks));
  });
});

const cardIn = async (name: string) => {
  const [found] = await company.database
    .select({ personId: card.personId, toSettle: card.toSettle })
    .from(card)
    .innerJoin(department, eq(department.id, card.departmentId))
    .where(eq(department.name, name));
  return found!.personId;
};
const numbersSeenBy = async (username: string): Promise<number[]> => {
  const { body } = await ask(username, 'GET', `/periods/${company.periodId}/cards`);
  return [...body.personId].sort((a: number, b: number) => a - b);
};

describe('reach', () => {
  it('leaves out whoever is not in it, in the list and in the sums', async () => {
    const all = await company.database
      .select({ personId: card.personId, department: department.name })
      .from(card)
      .innerJoin(department, eq(department.id, card.departmentId))
      .where(eq(card.periodId, company.periodId))
      .orderBy(card.personId);
    const inThese = (...names: string[]) =>
      all.filter((one) => names.includes(one.department)).map(({ personId }) => personId);
    expect(await numbersSeenBy('odile')).toHaveLength(all.length);
    expect(await numbersSeenBy('maeve')).toEqual(inThese('Terminals', 'Workshop'));
    expect(await numbersSeenBy('piotr')).toEqual(inThese('Deck', 'Engine Room', 'Onboard Services'));
    expect(await numbersSeenBy('rhona')).toHaveLength(1);
    const strip = await ask('maeve', 'GET', `/periods/${company.periodId}/strip`);
    expect(strip.body.people).toBe(inThese('Terminals', 'Workshop').length);
  });

  it('is asked of every address with a person in it: one out of reach is not there', async () => {
    const outside = await cardIn('Deck');
    const inside = await cardIn('Terminals');
    const routes = Object.keys(ROUTES).filter((route) => route.includes('/cards/:person'));
    expect(routes.length).toBeGreaterThan(4);
    const bodies: Record<string, unknown> = {
      corrections: { says: { kind: 'drop', punch: 1 }, note: '' },
      settle: { exception: 'missing-out:punch-1', at: 1_793_000_000, note: '' },
      questions: { exception: 'missing-out:punch-1', of: 'supervisor', text: 'When?' },
    };
    for (const route of routes) {
      const [method = '', path = ''] = route.split(' ');
      const body =
        method === 'GET' || path.endsWith('/undo')
          ? undefined
          : (bodies[path.split('/').at(-1) ?? ''] ??
            bodies[path.includes('corrections') ? 'corrections' : 'settle']);
      const at = (personId: number) =>
        path
          .replace(':period', String(company.periodId))
          .replace(':person', String(personId))
          .replace(':correction', '1')
          .replace(':exception', 'missing-out:punch-1');
      expect([route, (await ask('maeve', method, at(outside), body)).status]).toEqual([route, 404]);
      expect([route, (await ask('maeve', method, at(inside), body)).type]).not.toEqual([
        route,
        'not-allowed',
      ]);
    }
    expect((await ask('maeve', 'GET', `/periods/${company.periodId}/cards/${inside}`)).status).toBe(200);
  });

  it('is gone at once where it is taken away, in a session that goes on', async () => {
    const { body } = await ask('conall', 'GET', '/users');
    const maeve = body.users.find((one: { username: string }) => one.username === 'maeve');
    const { roles, reach, personId } = maeve;
    const change = { roles, personId, ended: false, newPassword: false };
    const narrower = { ...reach, departments: reach.departments.slice(0, 1) };
    expect((await ask('conall', 'PUT', `/users/${maeve.id}`, { ...change, reach: narrower })).status).toBe(
      200,
    );
    const before = await numbersSeenBy('maeve');
    expect((await ask('conall', 'PUT', `/users/${maeve.id}`, { ...change, reach })).status).toBe(200);
    expect((await numbersSeenBy('maeve')).length).toBeGreaterThan(before.length);
  });
});

describe('one’s own card', () => {
  it('is seen, and neither corrected nor approved by oneself, whatever the role', async () => {
    const piotr = (await company.as('piotr')).personId!;
    expect(await numbersSeenBy('piotr')).toContain(piotr);
    const path = `/periods/${company.periodId}/cards/${piotr}`;
    expect((await ask('piotr', 'GET', path)).status).toBe(200);
    const body = {
      says: { kind: 'flat-hours', workday: '2026-10-24', as: 'leave', code: 'Annual leave', length: 'PT4H' },
      note: '',
    };
    expect(await ask('piotr', 'POST', `${path}/corrections`, body)).toMatchObject({
      status: 403,
      type: 'own-card',
    });
    const approving = await ask('piotr', 'POST', `/periods/${company.periodId}/approvals`, {
      people: [piotr],
    });
    expect(approving.body).toEqual({ approved: [], left: [{ personId: piotr, reason: 'own card' }] });
    const undoing = await ask('piotr', 'POST', `/periods/${company.periodId}/approvals/withdraw`, {
      people: [piotr],
    });
    expect(undoing.body).toEqual({ withdrawn: [], left: [{ personId: piotr, reason: 'own card' }] });
  });
});

describe('approving', () => {
  const approved = (username: string, people: readonly number[]) =>
    ask(username, 'POST', `/periods/${company.periodId}/approvals`, { people });

  it('stands for what is settled and within reach, and leaves the rest with the reason', async () => {
    const [clean] = await company.database
      .select({ id: card.personId })
      .from(card)
      .innerJoin(department, eq(department.id, card.departmentId))
      .where(and(eq(card.toSettle, 0), eq(department.name, 'Terminals')));
    const [open] = await company.database
      .select({ id: card.personId })
      .from(card)
      .innerJoin(department, eq(department.id, card.departmentId))
      .where(and(ne(card.toSettle, 0), eq(department.name, 'Terminals')));
    const outside = await cardIn('Deck');
    const { body } = await approved('maeve', [clean!.id, open!.id, outside, 99_999]);
    expect(body.approved).toEqual([clean!.id]);
    expect(body.left).toEqual([
      { personId: open!.id, reason: 'to settle' },
      { personId: outside, reason: 'no card' },
      { personId: 99_999, reason: 'no card' },
    ]);
    const withdraw = () =>
      ask('maeve', 'POST', `/periods/${company.periodId}/approvals/withdraw`, {
        people: [clean!.id, outside],
      });
    expect((await withdraw()).body).toEqual({
      withdrawn: [clean!.id],
      left: [{ personId: outside, reason: 'no card' }],
    });
    expect((await withdraw()).body.left).toContainEqual({ personId: clean!.id, reason: 'not approved' });
    expect((await approved('maeve', [clean!.id])).body.approved).toEqual([clean!.id]);
  });
});

describe('accounts', () => {
  const wanted = {
    username: 'Eirik ',
    name: 'Eirik Moss',
    roles: ['supervisor'],
    reach: { all: false, groups: [], sites: [1], departments: [], reports: false, self: false },
    personId: null,
  };

  it('begin with a password that opens nothing but the change of it', async () => {
    const made = await ask('conall', 'POST', '/users', wanted);
    expect(made.status).toBe(201);
    expect(made.body.user).toMatchObject({ username: 'eirik', roles: ['supervisor'], reach: wanted.reach });
    const { password } = made.body;
    const first = await signIn('eirik', password);
    const cards = `/periods/${company.periodId}/cards`;
    expect(await ask(null, 'GET', cards, undefined, first)).toMatchObject({
      status: 403,
      type: 'password-given',
    });
    for (const [given, why] of [
      ['short', 'at least 12'],
      ['password1234', 'tried first'],
      ['aaaaaaaaaaaaaaa', 'too much the same'],
      ['my-name-is-eirik', 'your own name'],
    ] as const) {
      const refused = await ask(null, 'PUT', '/password', { current: password, wanted: given }, first);
      expect([refused.status, refused.body.title]).toEqual([422, expect.stringContaining(why)]);
    }
    const wrong = await ask(null, 'PUT', '/password', { current: 'no', wanted: 'tormentil-in-may' }, first);
    expect(wrong.body).toMatchObject({ status: 422, field: 'current' });
    const second = await signIn('eirik', password);
    expect(
      (await ask(null, 'PUT', '/password', { current: password, wanted: 'tormentil-in-may' }, first)).status,
    ).toBe(204);
    // Every session from before is over.
    for (const cookie of [first, second])
      expect((await ask(null, 'GET', cards, undefined, cookie)).status).toBe(401);
    const now = await signIn('eirik', 'tormentil-in-may');
    const seen = await ask(null, 'GET', cards, undefined, now);
    expect(seen.status).toBe(200);
    expect(seen.body.personId.length).toBeGreaterThan(0);
  });

  it('list their sessions by names that open nothing, and end those, not those of others', async () => {
    const elsewhere = await signIn('rhona');
    const { body } = await ask('rhona', 'GET', '/sessions');
    expect(body.sessions).toHaveLength(2);
    const other = body.sessions.find(({ current }: { current: boolean }) => !current);
    expect(JSON.stringify(body)).not.toContain(elsewhere.split('=')[1]!.slice(4, 30));
    expect((await ask('gaspar', 'DELETE', `/sessions/${other.id}`)).status).toBe(404);
    expect((await ask('rhona', 'DELETE', `/sessions/${other.id}`)).status).toBe(204);
    expect((await ask(null, 'GET', '/session', undefined, elsewhere)).status).toBe(401);
    expect((await ask('rhona', 'GET', '/session')).status).toBe(200);
  });

  it('that are ended are out at once, and nobody ends their own', async () => {
    const { body } = await ask('conall', 'GET', '/users');
    const of = (name: string) => body.users.find((one: { username: string }) => one.username === name);
    const { id, ...gaspar } = of('gaspar');
    const end = { ...gaspar, ended: true, newPassword: false };
    expect((await ask('conall', 'PUT', `/users/${id}`, end)).status).toBe(200);
    expect((await ask('gaspar', 'GET', '/session')).status).toBe(401);
    const { id: own, ...conall } = of('conall');
    expect(
      (await ask('conall', 'PUT', `/users/${own}`, { ...conall, ended: true, newPassword: false })).status,
    ).toBe(409);
    const nowhere = { ...wanted, username: 'nobody', reach: { ...wanted.reach, sites: [4711] } };
    expect(await ask('conall', 'POST', '/users', nowhere)).toMatchObject({ status: 422, type: 'invalid' });
    const twice = await ask('conall', 'POST', '/users', {
      ...wanted,
      username: 'twice',
      personId: conall.personId ?? (await company.as('rhona')).personId,
    });
    expect(twice.status).toBe(409);
  });

  it('are told of in audit events, with what they were and what they became', async () => {
    const { body } = await ask('sunniva', 'GET', '/audit-events');
    const about = body.events.filter(({ about: of }: { about: string }) => of === 'user');
    expect(about.map(({ what }: { what: string }) => what)).toEqual(
      expect.arrayContaining(['added', 'changed', 'changed password']),
    );
    expect(about.every(({ by }: { by: string | null }) => by !== null)).toBe(true);
    expect(JSON.stringify(body)).not.toMatch(/argon2|tormentil/);
  });
});
