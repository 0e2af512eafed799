import { has, OPERATIONS, type Operation, WRITE_KEY_HEADER } from '@heath/contract';
import { DEMO_USERS } from '@heath/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card } from '../database/schema/index.ts';
import { importFile } from '../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';
import { serve } from '../testing/serve.ts';

let company: Company;
const cookies = new Map<string, string>();
let served: Awaited<ReturnType<typeof serve>>;
beforeAll(async () => {
  company = await freshCompany('examples');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  served = await serve(company);
  for (const { username, password } of DEMO_USERS) cookies.set(username, await cookieOf(username, password));
});
afterAll(async () => {
  served.close();
  await company.close();
});

/** What ends a session comes last. */
const LAST = ['endSession', 'signIn', 'changePassword', 'signOut'];
const ALL = Object.entries<Operation>(OPERATIONS).sort(([a], [b]) => LAST.indexOf(a) - LAST.indexOf(b));

async function cookieOf(username: string, password: string): Promise<string> {
  const response = await fetch(`${served.base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: served.base },
    body: JSON.stringify({ username, password }),
  });
  await response.text();
  return response.headers.get('set-cookie')?.split(';')[0] ?? '';
}

/** Somebody of the demo who may do what an operation asks for. */
const whoMay = ({ asks }: Operation) =>
  DEMO_USERS.find(({ role }) => asks === 'anybody' || asks === 'signed in' || has([role], asks));

/** Sends the example of an operation as its documentation has it. */
async function send(name: string, operation: Operation): Promise<string> {
  const { method, path, example = {}, takes } = operation;
  const { params = {}, query = {}, body } = example;
  const user = whoMay(operation);
  if (user === undefined) throw new Error(`Nobody may ${operation.asks}.`);
  const at = path.replaceAll(/:(\w+)/g, (_, part: string) => encodeURIComponent(params[part] ?? '1'));
  const text = new URLSearchParams(query).toString();
  const isFile = takes === 'file';
  const response = await fetch(`${served.base}/api${at}${text === '' ? '' : `?${text}`}`, {
    method,
    headers: {
      Origin: served.base,
      Cookie: cookies.get(user.username) ?? '',
      [WRITE_KEY_HEADER]: `example-${name}`,
      ...(body === undefined ? {} : { 'Content-Type': isFile ? 'text/csv' : 'application/json' }),
    },
    ...(body === undefined ? {} : { body: isFile ? String(body) : JSON.stringify(body) }),
  });
  const [cookie] = response.headers.get('set-cookie')?.split(';') ?? [];
  if (cookie !== undefined) cookies.set(user.username, cookie);
  if (response.headers.get('content-type')?.startsWith('text/event-stream')) {
    await response.body?.cancel();
    return String(response.status);
  }
  const reply = await response.text();
  return response.ok ? String(response.status) : `${response.status} ${JSON.parse(reply).type}`;
}

/** Refused by what they find, since the examples before them have done what they ask for, or nothing has come so far. */
const REFUSED: Readonly<Record<string, string>> = {
  remind: '409 stale',
  withdrawQuestion: '409 stale',
  takeOut: '409 sealed',
  reopen: '409 sealed',
  stateBatch: '409 sealed',
  voidBatch: '409 sealed',
  cancelTask: '409 stale',
  retryTask: '409 stale',
  endSession: '404 not-found',
};

describe('the examples of the documentation', () => {
  it.each(ALL)('%s is answered as it is said, or by what the company is like', async (name, operation) => {
    if (name === 'handOff') {
      await company.work();
      // Nobody settles them here one by one.
      await company.database.update(card).set({ toSettle: 0 });
    }
    expect(await send(name, operation)).toBe(REFUSED[name] ?? String(operation.status));
  });
});
