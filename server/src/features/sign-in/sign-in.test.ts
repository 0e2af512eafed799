import { accountName } from '@heath/contract';
import { eq, gt, like, sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { knownSignIn, session, signInAttempt } from '../../database/schema/index.ts';
import { type Company, freshCompany } from '../../testing/company.ts';
import { serve } from '../../testing/serve.ts';
import { pauseAfterAttempts } from './attempts.ts';

let company: Company;
let served: Awaited<ReturnType<typeof serve>>;
beforeAll(async () => {
  company = await freshCompany('sign_in', 8);
  // Behind one proxy, so that a test can come from any address.
  served = await serve(company, 1);
});
afterAll(async () => {
  served.close();
  await company.close();
});
beforeEach(async () => {
  await company.database.delete(signInAttempt);
  await company.database.delete(knownSignIn);
});

const RIGHT = { odile: 'gorse-in-bloom', marek: 'heather-and-moss' } as const;
async function signIn(username: string, password: string, address = '192.0.2.1'): Promise<Response> {
  const response = await fetch(`${served.base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: served.base, 'X-Forwarded-For': address },
    body: JSON.stringify({ username, password }),
  });
  // The session is kept before the last byte comes, not before the first.
  await response.clone().text();
  return response;
}
const statusOf = async (...args: Parameters<typeof signIn>) => (await signIn(...args)).status;
/** Makes every pause that was given longer, so that a slow machine does not outlast it. */
const stretchPauses = () =>
  company.database
    .update(signInAttempt)
    .set({ waitUntil: sql`${signInAttempt.waitUntil} + 30` })
    .where(gt(signInAttempt.waitUntil, 0));
/** Lets every pause be over. */
const waitItOut = () => company.database.update(signInAttempt).set({ waitUntil: 0 });

describe('signing in', () => {
  it.each(['odile', ' ODILE ', '\todile', 'Odile\n', 'ｏｄｉｌｅ'])(
    'takes %j for one and the same name',
    async (name) => {
      expect(accountName(name)).toBe('odile');
      expect(await statusOf(name, RIGHT.odile)).toBe(200);
    },
  );

  it('a clock that is set back an hour lets a right password wait for none of it', async () => {
    for (let i = 0; i < 6; i++) await signIn('odile', 'no');
    await company.database.update(signInAttempt).set({
      waitUntil: sql`${signInAttempt.waitUntil} + 3600`,
      resetAt: sql`${signInAttempt.resetAt} + 3600`,
    });
    expect(await statusOf('odile', RIGHT.odile)).toBe(200);
  });

  it('counts attempts on a name together, however it is written', async () => {
    for (const name of ['marek', '\tmarek', 'MAREK', 'marek ', 'ｍａｒｅｋ'])
      expect(await statusOf(name, 'no')).toBe(401);
    await stretchPauses();
    const refused = await signIn('Marek', RIGHT.marek);
    expect(refused.status).toBe(429);
    expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(0);
    expect(await refused.json()).toMatchObject({
      type: 'too-many-attempts',
      title: expect.stringMatching(/Wait a second|seconds/),
    });
  });

  it('makes who guesses wait longer and longer, up to a minute, and lets the owner in after each pause', async () => {
    expect([4, 5, 6, 7, 10, 11, 99].map((n) => pauseAfterAttempts(n, 5))).toEqual([0, 1, 2, 4, 32, 60, 60]);
    for (let i = 0; i < 14; i++) {
      await waitItOut();
      expect(await statusOf('marek', `guess ${i}`)).toBe(401);
    }
    await stretchPauses();
    expect(await statusOf('marek', RIGHT.marek)).toBe(429);
    await waitItOut();
    expect(await statusOf('marek', RIGHT.marek)).toBe(200);
    expect(await statusOf('marek', RIGHT.marek)).toBe(200);
  });

  it('a guesser elsewhere does not keep the owner out', async () => {
    for (let i = 0; i < 6; i++) await signIn('marek', 'no', '192.0.2.66');
    await stretchPauses();
    expect(await statusOf('marek', 'no', '192.0.2.66')).toBe(429);
    expect(await statusOf('marek', RIGHT.marek, '192.0.2.1')).toBe(200);
  });

  it('holds up an address that tries many names, but nobody who is known there', async () => {
    expect(await statusOf('odile', RIGHT.odile, '192.0.2.7')).toBe(200);
    for (let i = 0; i < 20; i++) expect(await statusOf(`nobody${i}`, 'no', '192.0.2.7')).toBe(401);
    await stretchPauses();
    expect(await statusOf('marek', RIGHT.marek, '192.0.2.7')).toBe(429);
    expect(await statusOf('odile', RIGHT.odile, '192.0.2.7')).toBe(200);
    expect(await statusOf('marek', RIGHT.marek, '192.0.2.8')).toBe(200);
  });

  it('holds up an account that is tried from many addresses, but not where its owner is known', async () => {
    expect(await statusOf('marek', RIGHT.marek, '192.0.2.1')).toBe(200);
    for (let i = 0; i < 50; i++) await signIn('marek', 'no', `198.51.100.${i}`);
    await stretchPauses();
    expect(await statusOf('marek', 'no', '198.51.100.200')).toBe(429);
    expect(await statusOf('marek', RIGHT.marek, '192.0.2.1')).toBe(200);
  });

  it('looks at no more attempts at once than one after another', async () => {
    const start = performance.now();
    const statuses = await Promise.all(Array.from({ length: 20 }, () => statusOf('marek', 'no')));
    // Five, and one more for each pause that has passed meanwhile; the first is over within a second.
    const most = 5 + Math.ceil((performance.now() - start) / 1000);
    expect(most).toBeLessThan(15);
    expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(most);
    const [row] = await company.database
      .select()
      .from(signInAttempt)
      .where(like(signInAttempt.key, 'pair %'));
    expect(row!.hits).toBeLessThanOrEqual(most);
  });

  it('lets others go on working while many sign in', async () => {
    const cookie = (await signIn('odile', RIGHT.odile)).headers.get('set-cookie')!.split(';')[0]!;
    const alone = async () => {
      const start = performance.now();
      await fetch(`${served.base}/api/periods`, { headers: { Cookie: cookie } });
      return performance.now() - start;
    };
    await alone();
    const quiet = Math.max(...[await alone(), await alone(), await alone()]);
    const many = Array.from({ length: 32 }, (_, i) => statusOf(`person${i}`, 'no', `198.51.100.${i}`));
    const busy: number[] = [];
    for (let i = 0; i < 5; i++) busy.push(await alone());
    expect(new Set(await Promise.all(many))).toEqual(new Set([401]));
    // Before, a request waited for all of them: some three seconds.
    expect(Math.max(...busy)).toBeLessThan(quiet * 20 + 700);
  });
});

describe('a session', () => {
  const cookieOf = (response: Response) => response.headers.get('set-cookie')!.split(';')[0]!;
  const open = async (cookie: string) => {
    const response = await fetch(`${served.base}/api/session`, { headers: { Cookie: cookie } });
    await response.clone().text();
    return response;
  };
  const only = async () => (await company.database.select().from(session))[0]!;
  beforeEach(() => company.database.delete(session));

  it('in use is put off', async () => {
    const cookie = cookieOf(await signIn('odile', RIGHT.odile));
    const row = await only();
    const soon = Math.floor(Date.now() / 1000) + 60;
    const data = {
      ...row.data,
      cookie: { ...(row.data.cookie as object), expires: new Date(soon * 1000).toISOString() },
    };
    await company.database.update(session).set({ expiresAt: soon, data }).where(eq(session.sid, row.sid));
    const response = await open(cookie);
    expect(response.status).toBe(200);
    expect((await only()).expiresAt).toBeGreaterThan(soon + 11 * 3600);
    const expires = /Expires=([^;]+)/.exec(response.headers.get('set-cookie')!)![1]!;
    expect(Date.parse(expires) / 1000).toBeGreaterThan(soon + 11 * 3600);
  });

  it('ends on its last day, however much it is used', async () => {
    const cookie = cookieOf(await signIn('odile', RIGHT.odile));
    const row = await only();
    const hour = 3600;
    const week = 7 * 86_400;
    const begun = (seconds: number) =>
      company.database
        .update(session)
        .set({ data: { ...row.data, since: Math.floor(Date.now() / 1000) - seconds } })
        .where(eq(session.sid, row.sid));
    await begun(week - hour);
    const response = await open(cookie);
    const expires = /Expires=([^;]+)/.exec(response.headers.get('set-cookie')!)![1]!;
    expect(Date.parse(expires)).toBeLessThan(Date.now() + (hour + 60) * 1000);
    await begun(week + 1);
    expect((await open(cookie)).status).toBe(401);
  });
});
