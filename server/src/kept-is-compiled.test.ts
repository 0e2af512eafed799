/** What cannot be used is not kept: one such rule, kept, would break every check and report after it. */
import { DEMO_USERS } from '@heath/demo';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { rulebookEdition } from './database/schema/index.ts';
import { importFile } from './demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from './testing/company.ts';
import { serve } from './testing/serve.ts';

let company: Company;
let served: Awaited<ReturnType<typeof serve>>;
let cookie = '';
beforeAll(async () => {
  company = await freshCompany('kept_is_compiled');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  served = await serve(company);
  const { username, password } = DEMO_USERS[0]!;
  const response = await fetch(`${served.base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: served.base },
    body: JSON.stringify({ username, password }),
  });
  await response.text();
  cookie = response.headers.get('set-cookie')!.split(';')[0]!;
});
afterAll(async () => {
  served.close();
  await company.close();
});

let keys = 0;
async function ask(method: string, path: string, body?: unknown) {
  const isText = typeof body === 'string';
  const response = await fetch(`${served.base}/api${path}`, {
    method,
    headers: {
      Origin: served.base,
      Cookie: cookie,
      'Idempotency-Key': `compiled-${++keys}-key`,
      ...(body === undefined ? {} : { 'Content-Type': isText ? 'text/csv' : 'application/json' }),
    },
    ...(body === undefined ? {} : { body: isText ? body : JSON.stringify(body) }),
  });
  const text = await response.text();
  const isJson = response.headers.get('content-type')?.includes('json') ?? false;
  return { status: response.status, body: isJson ? JSON.parse(text) : null };
}

it('a day that is in no calendar is refused wherever it would be kept, and everything goes on being answered', async () => {
  const { body: mapping } = await ask('GET', '/mapping');
  const [rule] = mapping.rules;
  const [edition] = await company.database.select().from(rulebookEdition);
  const rules = edition!.rules as { overtime: readonly unknown[] };
  const cycle = {
    name: 'A cycle',
    basis: { kind: 'cycle', days: 14, anchor: '2026-02-30' },
    tiers: [{ above: 'PT80H', multiplier: 1.5 }],
  };
  const scheme = {
    every: { kind: 'two weeks', anchor: '2026-02-30' },
    payDay: { daysAfter: 3, weekday: null, moved: 'before' },
  };
  const { body: periods } = await ask('GET', '/pay-periods');
  const asked: readonly (readonly [string, string, unknown])[] = [
    [
      'PUT',
      '/mapping',
      { basedOn: mapping.id, rules: [{ ...rule, firstDay: '2026-02-30' }, ...mapping.rules] },
    ],
    [
      'PUT',
      '/mapping',
      { basedOn: mapping.id, rules: [{ ...rule, lastDay: '2026-13-01' }, ...mapping.rules] },
    ],
    [
      'POST',
      `/periods/${company.periodId}/mapping/preview`,
      { rules: [{ ...rule, firstDay: '2026-02-30' }] },
    ],
    [
      'POST',
      '/rulebooks/1/editions',
      { firstDay: '2026-11-02', rules: { ...rules, overtime: [...rules.overtime, cycle] } },
    ],
    ['POST', '/rulebooks/1/editions', { firstDay: '2026-02-30', rules }],
    [
      'POST',
      '/pay-periods',
      { groups: [periods.groups[0].id], until: '2027-03-31', change: { from: '2026-11-02', scheme } },
    ],
    ['PUT', '/pay-codes/rates', 'number,rate,first day\nMF-0101,18.50,2026-02-30\n'],
    ['PUT', '/pay-codes/list', 'code,name,first day\n777,Never,2026-02-30\n'],
  ];
  for (const [method, path, body] of asked) {
    const { status, body: problem } = await ask(method, path, body);
    expect([method, path, status, problem.title.length > 5]).toEqual([method, path, 422, true]);
  }
  for (const [method, path] of [
    ['GET', '/mapping'],
    ['GET', '/layouts'],
    ['GET', '/pay-codes'],
    ['GET', `/periods/${company.periodId}/reports/hours-and-cost`],
    ['POST', `/periods/${company.periodId}/handoff/check`],
    ['GET', `/periods/${company.periodId}/handoff`],
  ] as const)
    expect([path, (await ask(method, path, method === 'POST' ? {} : undefined)).status]).toEqual([path, 200]);
});
