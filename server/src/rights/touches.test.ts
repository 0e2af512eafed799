/**
 * Every operation as a specialist of one pay group who has a card in it: what it shows, and whose pay it changes. Their own card, one within their reach
 * and one beyond it. What a write changes is read from the database, whatever it answered.
 */
import { differenceRows, OPERATIONS, type Operation } from '@heath/contract';
import { PASSABLE_CHECKS } from '@heath/core';
import { DEMO_USERS } from '@heath/demo';
import { and, eq, ne, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { auditEvent, badge, card, knownPerson, payGroup, person } from '../database/schema/index.ts';
import { importFile } from '../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';
import { OF_EVERYBODY, ROUTES } from '../testing/routes.ts';
import { serve } from '../testing/serve.ts';

let company: Company;
let served: Awaited<ReturnType<typeof serve>>;
const cookies = new Map<string, string>();
/** People by what they are to the specialist of the night group. */
let own: Placed;
let within: Placed;
let outside: Placed;
let badgeId: number;

interface Placed {
  readonly id: number;
  readonly number: string;
  readonly name: string;
}

async function signIn(username: string, password: string): Promise<string> {
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
async function ask(
  username: string,
  method: string,
  path: string,
  body?: unknown,
  key = `touches-${++keys}-key`,
) {
  const isText = typeof body === 'string';
  const response = await fetch(`${served.base}/api${path}`, {
    method,
    headers: {
      Origin: served.base,
      Cookie: cookies.get(username)!,
      'Idempotency-Key': key,
      ...(body === undefined ? {} : { 'Content-Type': isText ? 'text/csv' : 'application/json' }),
    },
    ...(body === undefined ? {} : { body: isText ? body : JSON.stringify(body) }),
  });
  const isLive = response.headers.get('content-type')?.startsWith('text/event-stream') ?? false;
  if (isLive) await response.body?.cancel();
  const text = isLive ? '' : await response.text();
  const isJson = response.headers.get('content-type')?.includes('json') ?? false;
  return { status: response.status, text, body: isJson && text !== '' ? JSON.parse(text) : null };
}

const account = async (username: string, more: Record<string, unknown>) => {
  const made = await ask('conall', 'POST', '/users', {
    username,
    name: `Somebody ${username}`,
    roles: ['specialist'],
    personId: null,
    ...more,
  });
  expect(made.status).toBe(201);
  cookies.set(username, await signIn(username, made.body.password));
  const wanted = 'tormentil-in-may';
  expect((await ask(username, 'PUT', '/password', { current: made.body.password, wanted })).status).toBe(204);
  cookies.set(username, await signIn(username, wanted));
};
const NOWHERE = { all: false, groups: [], sites: [], departments: [], reports: false, self: false };

beforeAll(async () => {
  company = await freshCompany('touches');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  served = await serve(company);
  for (const { username, password } of DEMO_USERS) cookies.set(username, await signIn(username, password));
  const ofGroup = async (name: string, isIn: boolean) =>
    company.database
      .select({ id: person.id, number: person.number, name: person.name })
      .from(card)
      .innerJoin(person, eq(person.id, card.personId))
      .innerJoin(payGroup, eq(payGroup.id, card.groupId))
      .where(and(isIn ? eq(payGroup.name, name) : ne(payGroup.name, name), eq(card.toSettle, 0)))
      .orderBy(person.id);
  const night = await ofGroup('Night', true);
  [own, within] = [night[0]!, night[1]!];
  outside = (await ofGroup('Night', false))[0]!;
  const [group] = await company.database.select().from(payGroup).where(eq(payGroup.name, 'Night'));
  await account('brenna', { reach: { ...NOWHERE, groups: [group!.id] }, personId: own.id });
  // A badge that nobody has.
  const [made] = await company.database.insert(badge).values({ code: 'LOST-1' });
  badgeId = made.insertId;
});
afterAll(async () => {
  served.close();
  await company.close();
});

/** All that decides what somebody is paid, as it stands. */
async function payOf({ id, number }: Placed): Promise<unknown> {
  const count = async (query: ReturnType<typeof sql>) =>
    JSON.stringify(((await company.database.execute(query)) as unknown as [unknown])[0]);
  return [
    await count(sql`SELECT COUNT(*) AS n FROM correction WHERE person_id = ${id}`),
    await count(sql`SELECT COUNT(*) AS n, SUM(amount) AS a FROM flat_amount WHERE person_id = ${id}`),
    await count(sql`SELECT job_type, first_day, rate FROM pay_rate WHERE person_id = ${id} ORDER BY 1, 2`),
    await count(sql`SELECT badge_id, first_day FROM badge_owner WHERE person_id = ${id} ORDER BY 1, 2`),
    await count(sql`SELECT COUNT(*) AS n FROM approval WHERE person_id = ${id}`),
    await count(sql`SELECT COUNT(*) AS n FROM decision WHERE person_id = ${id}`),
    await count(sql`SELECT rules LIKE ${`%${number}%`} AS named FROM mapping ORDER BY id DESC LIMIT 1`),
  ];
}

const DAY = '2026-10-20';
const says = {
  kind: 'flat-hours',
  workday: DAY,
  as: 'leave',
  code: 'Annual leave',
  length: 'PT1H',
  job: null,
  department: null,
};
interface Asked {
  readonly path: string;
  readonly body?: unknown;
}
let times = 0;
/** What each write is asked for, of one person; `prepare` does what must be there before, as somebody who reaches all. */
const OF_ONE: Readonly<Record<string, (of: Placed) => Promise<Asked> | Asked>> = {
  'POST /periods/:period/amounts': ({ id }) => ({
    path: `/periods/${company.periodId}/amounts`,
    body: { amounts: [{ personId: id, day: DAY, what: 'Expenses', amount: `${5000 + ++times}` }] },
  }),
  'PUT /periods/:period/amounts/list': ({ number }) => ({
    path: `/periods/${company.periodId}/amounts/list`,
    body: `number,day,what,amount\n${number},${DAY},Expenses,${5000 + ++times}\n`,
  }),
  'POST /amounts/:amount/undo': async (of) => {
    const { body } = await ask('odile', 'POST', `/periods/${company.periodId}/amounts`, {
      amounts: [{ personId: of.id, day: DAY, what: 'Tips', amount: `${1 + ++times}` }],
    });
    return { path: `/amounts/${body.amounts[0].id}/undo` };
  },
  'POST /periods/:period/cards/:person/corrections': ({ id }) => ({
    path: `/periods/${company.periodId}/cards/${id}/corrections`,
    body: { says, note: 'For a test' },
  }),
  'POST /periods/:period/cards/:person/corrections/:correction/undo': async ({ id }) => {
    const { body } = await ask('odile', 'POST', `/periods/${company.periodId}/cards/${id}/corrections`, {
      says,
      note: 'To be taken back',
    });
    return { path: `/periods/${company.periodId}/cards/${id}/corrections/${body.correctionId}/undo` };
  },
  'POST /periods/:period/bulks': ({ id }) => ({
    path: `/periods/${company.periodId}/bulks`,
    body: { what: 'For a test', note: '', items: [{ personId: id, says }] },
  }),
  'POST /periods/:period/bulks/:bulk/undo': async ({ id }) => {
    const { body } = await ask('odile', 'POST', `/periods/${company.periodId}/bulks`, {
      what: 'To be taken back',
      note: '',
      items: [{ personId: id, says }],
    });
    return { path: `/periods/${company.periodId}/bulks/${body.bulkId}/undo` };
  },
  'POST /periods/:period/approvals': ({ id }) => ({
    path: `/periods/${company.periodId}/approvals`,
    body: { people: [id] },
  }),
  'POST /periods/:period/approvals/withdraw': async ({ id }) => {
    await ask('odile', 'POST', `/periods/${company.periodId}/approvals`, { people: [id] });
    return { path: `/periods/${company.periodId}/approvals/withdraw`, body: { people: [id] } };
  },
  'PUT /badges/:badge/owner': ({ id }) => ({
    path: `/badges/${badgeId}/owner`,
    body: { personId: id, firstDay: `2026-10-${String(1 + (++times % 20)).padStart(2, '0')}` },
  }),
  'POST /periods/:period/cards/:person/settle': async ({ id }) => {
    const card = `/periods/${company.periodId}/cards/${id}`;
    const spells = (await ask('odile', 'GET', card)).body.shifts.flatMap(
      (shift: { spells: unknown[] }) => shift.spells,
    ) as { out: { id: number | null; kind: string; at: string } }[];
    const out = spells.find(({ out: { id, kind } }) => id !== null && kind === 'out')!.out;
    const dropped = { says: { kind: 'drop', punch: out.id }, note: 'Forgotten' };
    expect((await ask('odile', 'POST', `${card}/corrections`, dropped)).status).toBe(201);
    const { exceptions } = (await ask('odile', 'GET', card)).body;
    const open = exceptions.find(({ kind }: { kind: string }) => kind === 'missing-out');
    return { path: `${card}/settle`, body: { exception: open.key, at: out.at, note: '' } };
  },
  'PUT /pay-codes/rates': ({ number }) => ({
    path: '/pay-codes/rates',
    body: `number,rate,first day\n${number},${900 + ++times},2026-10-01\n`,
  }),
};
/** Writes that need a batch or a difference: see the last tests here. */
const OF_BATCHES = [
  'POST /periods/:period/handoff',
  'POST /handoffs/:id/deliver',
  'POST /handoffs/:id/take-out',
  'POST /handoffs/:id/ask',
  'POST /handoffs/:id/state',
  'POST /handoffs/:id/reopen',
  'POST /handoffs/:id/void',
  'POST /differences/decide',
];
/** Writes that change nobody's pay, by their definitions: where one does all the same, it is refused. */
const OF_NOBODY = Object.values<Operation>(OPERATIONS)
  .filter(({ touches = 'nobody' }) => touches === 'nobody')
  .map(({ method, path }) => `${method} ${path}`);

describe('what a write changes', () => {
  it('is known of every operation that writes', () => {
    const writes = Object.keys(ROUTES).filter((name) => !name.startsWith('GET '));
    const known = [...Object.keys(OF_ONE), ...OF_BATCHES, ...OF_NOBODY, ...OF_EVERYBODY];
    expect(writes.filter((name) => !known.includes(name))).toEqual([]);
  });

  it.each(Object.keys(OF_ONE))('%s: never one’s own pay, nor that of anybody beyond reach', async (name) => {
    const [method = ''] = name.split(' ');
    for (const [who, of, changes] of [
      ['own', own, false],
      ['outside', outside, false],
      ['within', within, true],
    ] as const) {
      const { path, body } = await OF_ONE[name]!(of);
      const before = await payOf(of);
      const answer = await ask('brenna', method, path, body);
      const after = await payOf(of);
      expect([who, answer.status < 500, JSON.stringify(after) !== JSON.stringify(before)]).toEqual([
        who,
        true,
        changes,
      ]);
    }
  });

  it('a rule of the mapping that names somebody is kept by anybody but them', async () => {
    const keep = async (username: string, number: string) => {
      const { body } = await ask('odile', 'GET', '/mapping');
      const rules = [
        {
          name: 'Of one',
          firstDay: null,
          lastDay: null,
          when: { people: [number] },
          code: body.rules[0].code,
        },
        ...body.rules,
      ];
      return (await ask(username, 'PUT', '/mapping', { basedOn: body.id, rules })).status;
    };
    await account('sorrel', { reach: { ...NOWHERE, all: true }, personId: within.id });
    expect(await keep('sorrel', within.number)).toBe(403);
    expect(await keep('sorrel', outside.number)).toBe(200);
    expect(await keep('brenna', outside.number)).toBe(403);
    // Changed for somebody else, the rules that name them are as they were.
    expect(await keep('odile', within.number)).toBe(200);
  });

  it('what changes a whole group alike is allowed, and kept with that said', async () => {
    const { body } = await ask('odile', 'GET', '/mapping');
    const rules = body.rules.slice().reverse();
    expect((await ask('sorrel', 'PUT', '/mapping', { basedOn: body.id, rules })).status).toBe(200);
    const [last] = await company.database
      .select()
      .from(auditEvent)
      .where(eq(auditEvent.about, 'mapping'))
      .orderBy(sql`id DESC`)
      .limit(1);
    expect(last?.isOwnPay).toBe(true);
    await ask('odile', 'PUT', '/mapping', { basedOn: last?.aboutId, rules: body.rules });
    const [next] = await company.database
      .select()
      .from(auditEvent)
      .where(eq(auditEvent.about, 'mapping'))
      .orderBy(sql`id DESC`)
      .limit(1);
    expect(next?.isOwnPay).toBe(false);
  });

  it.each([...OF_EVERYBODY])('%s is refused to whoever does not reach everybody', async (name) => {
    const [method = '', path = ''] = name.split(' ');
    const at = path.replace(':period', String(company.periodId)).replaceAll(/:\w+/g, '1');
    expect((await ask('brenna', method, at, method === 'GET' ? undefined : {})).status).toBe(403);
  });

  it('asked again after the reach is gone, a write answers nothing of the card', async () => {
    const path = `/periods/${company.periodId}/cards/${within.id}/corrections`;
    const key = 'asked-again-later';
    const body = { says, note: 'And then' };
    expect((await ask('brenna', 'POST', path, body, key)).status).toBe(201);
    const { body: users } = await ask('conall', 'GET', '/users');
    const brenna = users.users.find(({ username }: { username: string }) => username === 'brenna');
    const change = { roles: brenna.roles, personId: brenna.personId, ended: false, newPassword: false };
    const reach = (to: unknown) => ask('conall', 'PUT', `/users/${brenna.id}`, { ...change, reach: to });
    expect((await reach({ ...NOWHERE, self: true })).status).toBe(200);
    const again = await ask('brenna', 'POST', path, body, key);
    expect([again.status, again.text.includes(within.name)]).toEqual([404, false]);
    expect((await reach(brenna.reach)).status).toBe(200);
    expect((await ask('brenna', 'POST', path, body, key)).status).toBe(201);
  });
});

describe('what is shown', () => {
  const reads = Object.keys(ROUTES).filter((name) => name.startsWith('GET ') && !name.includes('/live'));

  it.each(reads)('%s names nobody beyond reach', async (name) => {
    const path = name
      .split(' ')[1]!
      .replace(':period', String(company.periodId))
      .replace(':person', String(outside.id))
      .replace(':report', 'hours-and-cost')
      .replace(':exception', 'missing-out:punch-1')
      .replaceAll(/:\w+/g, '1');
    const query = name.endsWith('/day/ribbons') ? `?day=${DAY}&people=${outside.id},${within.id}` : '';
    const { status, text } = await ask('brenna', 'GET', path + query);
    expect(status).toBeLessThan(500);
    expect([name, text.includes(outside.number), text.includes(outside.name)]).toEqual([name, false, false]);
    if (name.includes(':person')) expect(status).toBe(404);
  });

  it('the people of the pay system’s list are named to whoever sees what is paid, within reach', async () => {
    await company.database.delete(knownPerson);
    const list = `number,name\n${own.number},x\n`;
    expect((await ask('odile', 'PUT', '/pay-codes/people', list)).status).toBe(200);
    const of = async (username: string) => (await ask(username, 'GET', '/pay-codes')).body.people;
    expect((await of('odile')).unknown.length).toBeGreaterThan(20);
    expect(await of('maeve')).toBeNull();
    expect(await of('rhona')).toBeNull();
    const unknown = (await of('brenna')).unknown as { number: string }[];
    expect([unknown.length > 0, unknown.some(({ number }) => number === outside.number)]).toEqual([
      true,
      false,
    ]);
  });

  it('an administrator sees that a question was answered, and not what', async () => {
    await ask('odile', 'POST', '/reasons', { text: 'Seen by few' });
    const rows = async (username: string) =>
      (await ask(username, 'GET', '/audit-events')).body.events as {
        about: string;
        before: unknown;
        after: unknown;
      }[];
    const seen = await rows('conall');
    expect(seen.filter(({ about }) => about === 'user').some(({ after }) => after !== null)).toBe(true);
    const others = seen.filter(({ about }) => !['user', 'session', 'setting'].includes(about));
    expect(others.length).toBeGreaterThan(0);
    expect(others.every(({ before, after }) => before === null && after === null)).toBe(true);
    expect((await rows('sunniva')).some(({ about, after }) => about !== 'user' && after !== null)).toBe(true);
    // Whoever reaches some sees what they did themselves.
    expect((await rows('brenna')).length).toBeLessThan((await rows('odile')).length);
  });
});

describe('rights that somebody gives themselves', () => {
  const change = async (username: string, changes: Record<string, unknown>) => {
    const { body } = await ask(username, 'GET', '/users');
    const { id, roles, reach, personId } = body.users.find(
      (one: { username: string }) => one.username === username,
    );
    return ask(username, 'PUT', `/users/${id}`, {
      roles,
      reach,
      personId,
      ended: false,
      newPassword: false,
      ...changes,
    });
  };
  const all = { ...NOWHERE, all: true };

  it('a sole administrator can, and it is told in the list of users; of two, the other has to', async () => {
    const roles = ['administrator', 'specialist'];
    const alone = await change('conall', { roles, reach: all });
    expect([alone.status, alone.body.user.gaveThemselves !== null]).toEqual([200, true]);
    expect((await change('conall', { roles: ['administrator'], reach: NOWHERE })).status).toBe(200);
    await account('tamsin', { roles: ['administrator'], reach: NOWHERE });
    for (const changes of [{ roles, reach: all }, { personId: own.id }]) {
      const refused = await change('tamsin', changes);
      expect([refused.status, refused.body.title]).toEqual([
        403,
        expect.stringContaining('can do it for you'),
      ]);
    }
    // What touches no pay they may.
    expect((await change('tamsin', { roles: ['administrator', 'auditor'], reach: all })).status).toBe(200);
  });
});

/** These come last: they seal what the tests above change. */
describe('batches and differences', () => {
  const overrides = ['settled', ...PASSABLE_CHECKS].map((check) => ({ check, reason: 'For a test' }));
  const handoff = () => `/periods/${company.periodId}/handoff`;
  const groupOf = async ({ id }: Placed) =>
    (await company.database.select().from(card).where(eq(card.personId, id)))[0]!.groupId;
  const sealed = async () =>
    JSON.stringify(
      (await ask('odile', 'GET', handoff())).body.batches.map(
        ({ id, status }: { id: number; status: string }) => [id, status],
      ),
    );

  it('nobody hands off a pay group beyond their reach', async () => {
    const before = await sealed();
    const answer = await ask('brenna', 'POST', handoff(), { groups: [await groupOf(outside)], overrides });
    expect([answer.status >= 400 && answer.status < 500, await sealed()]).toEqual([true, before]);
  });

  it('nothing is done with a batch that holds anybody beyond one’s reach, and nothing is read of it', async () => {
    await company.database.update(card).set({ toSettle: 0 });
    const { body: mapping } = await ask('odile', 'GET', '/mapping');
    const rest = { name: 'All else', firstDay: null, lastDay: null, when: {}, code: mapping.rules[0].code };
    const kept = { basedOn: mapping.id, rules: [...mapping.rules, rest] };
    expect((await ask('odile', 'PUT', '/mapping', kept)).status).toBe(200);
    const made = await ask('odile', 'POST', handoff(), { overrides });
    expect([made.status, made.body.title]).toEqual([201, undefined]);
    const [batch] = made.body.batches;
    const before = await sealed();
    const state = { has: 'none', lines: '', reason: 'For a test' };
    for (const [what, body] of Object.entries({
      deliver: { what: 'all' },
      'take-out': { reason: 'For a test' },
      ask: {},
      state,
      reopen: { reason: 'For a test' },
      void: { reason: 'For a test' },
    }))
      expect([what, (await ask('brenna', 'POST', `/handoffs/${batch.id}/${what}`, body)).status]).toEqual([
        what,
        404,
      ]);
    for (const path of [`/handoffs/${batch.id}`, `/handoffs/${batch.id}/file`])
      expect((await ask('brenna', 'GET', path)).status).toBe(404);
    expect(await sealed()).toBe(before);
  });

  it('a difference is decided on by whoever reaches it and is not paid by it', async () => {
    const people = [own, outside, within];
    for (const { id } of people)
      expect(
        (
          await ask('odile', 'POST', `/periods/${company.periodId}/cards/${id}/corrections`, {
            says,
            note: 'Later',
          })
        ).status,
      ).toBe(201);
    await company.work();
    const list = differenceRows((await ask('odile', 'GET', '/differences')).body);
    for (const [of, changes] of [
      [own, false],
      [outside, false],
      [within, true],
    ] as const) {
      const found = list.find(({ personId }) => personId === of.id);
      const { periodId, personId, version } = found!;
      const before = await payOf(of);
      const answer = await ask('brenna', 'POST', '/differences/decide', {
        what: 'carry',
        differences: [{ periodId, personId, version }],
      });
      expect([
        of.name,
        answer.status < 500,
        JSON.stringify(await payOf(of)) !== JSON.stringify(before),
      ]).toEqual([of.name, true, changes]);
    }
  });
});
