// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { answering, ok, show } from '../../testing/app.tsx';
import { dropOn, fileOf } from '../../testing/files.ts';
import { SPECIALIST } from '../../testing/samples.ts';
import { TakeList } from './TakeList.tsx';

const file = (text: string) => fileOf('codes.csv', text);
const drop = (dropped: File) => dropOn(screen.getByLabelText('A list as CSV'), dropped);
async function open(answer: () => ReturnType<typeof ok>) {
  const taken: { readonly path: string; readonly body: unknown; readonly key: string | null }[] = [];
  answering(({ method, path, body }, key) => {
    if (path === '/session') return ok(SPECIALIST);
    if (method !== 'PUT') return undefined;
    taken.push({ path, body, key });
    return answer();
  });
  show(<TakeList what="list" columns="code and name" />);
  await screen.findByLabelText('A list as CSV');
  return taken;
}

it('a list is sent as it is, and what became of it is said', async () => {
  const taken = await open(() => ok({ added: 2, changed: 0, notInList: 5 }));
  drop(file('code,name\r\n110,Ordinary\n'));
  expect(await screen.findByText('Taken: 2 added, 0 changed, 5 not in the list and kept.')).toBeDefined();
  expect(taken.map(({ path, body }) => [path, body])).toEqual([
    ['/pay-codes/list', 'code,name\r\n110,Ordinary\n'],
  ]);
});

it('that is refused says why, until another is taken', async () => {
  let says: string | null = 'Line 2: banana is no kind of code.';
  await open(() =>
    says === null
      ? ok({ added: 1, changed: 0, notInList: 0 })
      : { status: 422, body: { type: 'invalid', title: says, status: 422 } },
  );
  drop(file('code,name,kind\n110,Ordinary,banana\n'));
  expect((await screen.findByRole('alert')).textContent).toContain('banana is no kind of code');
  says = null;
  drop(file('code,name,kind\n110,Ordinary,hours\n'));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
});

it('of which nobody knows whether it was kept is asked for again by its own key; another file is another write', async () => {
  let known = false;
  const taken = await open(() =>
    known
      ? ok({ added: 1, changed: 0, notInList: 0 })
      : { status: 503, body: { type: 'outcome-unknown', title: 'Not known.', status: 503 } },
  );
  const [one, another] = [file('code,name\n110,Ordinary\n'), file('code,name\n220,Double time\n')];
  drop(one);
  expect(await screen.findByText(/it is not known whether this was saved/)).toBeDefined();
  known = true;
  drop(another);
  await screen.findByText(/^Taken: 1 added/);
  drop(one);
  await waitFor(() => expect(taken.at(-1)!.body).toContain('110'));
  const keysOf = (text: string) =>
    new Set(taken.flatMap(({ body, key }) => (String(body).includes(text) ? [key] : [])));
  expect([keysOf('110').size, keysOf('220').size]).toEqual([1, 1]);
  expect([...keysOf('220')][0]).not.toBe([...keysOf('110')][0]);
});
