// @vitest-environment jsdom
import type { SignedInUser, TasksReply, TaskView } from '@heath/contract';
import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { TaskNotices, WorkList } from './index.ts';

const task = (more: Partial<TaskView> = {}): TaskView => ({
  id: 7,
  kind: 'import',
  subjectId: 3,
  subject: 'clocks.csv',
  status: 'running',
  attempts: 1,
  done: 40,
  total: 100,
  error: null,
  ...more,
});
const recompute = task({ id: 8, kind: 'recompute', subject: '2026-10-19/2026-11-01', done: 0, total: 0 });
const user = { roles: ['specialist'], name: 'Odile Fell', personId: null } as unknown as SignedInUser;

/** The connection on which the server tells of its work. */
let live: { onmessage: ((event: MessageEvent) => void) | null };
let tasks: TasksReply;
const told = (...all: readonly TaskView[]) =>
  act(async () => {
    tasks = { tasks: all, newest: 9, disk: null };
    live.onmessage?.(new MessageEvent('message', { data: JSON.stringify(tasks) }));
  });
const server = ({ method, path }: Asked) => {
  if (path === '/session') return ok(user);
  if (path === '/tasks') return ok(tasks);
  if (method === 'DELETE' && path === '/tasks/7') return ok({ tasks: [recompute], newest: 9, disk: null });
  if (path === '/tasks/9/retry') return ok({ tasks: [], newest: 9, disk: null });
  return undefined;
};
const begin = async (...all: readonly TaskView[]) => {
  tasks = { tasks: all, newest: 9, disk: null };
  const asked = answering(server);
  show(
    <>
      <WorkList />
      <TaskNotices />
    </>,
  );
  await waitFor(() => expect(live.onmessage).not.toBeNull());
  return asked;
};
beforeEach(() => {
  live = { onmessage: null };
  vi.stubGlobal(
    'EventSource',
    class {
      onmessage = null;
      onerror = null;
      readyState = 1;
      constructor() {
        live = this;
      }
      close() {}
    },
  );
});
const click = userEvent.setup();

describe('long work', () => {
  it('is counted while it goes on, as the server tells it, and not shown when there is none', async () => {
    await begin();
    expect(screen.queryByRole('button')).toBeNull();
    await told(task(), recompute);
    expect(await screen.findByRole('button', { name: '2 at work' })).toBeDefined();
    await told();
    await waitFor(() => expect(screen.queryByRole('button')).toBeNull());
  });

  it('is listed with how far it is, and can be left', async () => {
    await begin(task(), recompute);
    await click.click(await screen.findByRole('button', { name: '2 at work' }));
    expect(await screen.findByRole('progressbar', { name: 'Importing clocks.csv' })).toHaveProperty(
      'ariaValueNow',
      '40',
    );
    expect(screen.getByText('begins')).toBeDefined();
    await told(task({ done: 90 }), recompute);
    expect(await screen.findByText('90 %')).toBeDefined();
    await click.keyboard('{Escape}');
    expect(screen.queryByRole('progressbar')).toBeNull();
  });

  it('is given up where it is an import, and only there', async () => {
    const asked = await begin(task(), recompute);
    await click.click(await screen.findByRole('button', { name: '2 at work' }));
    tasks = { tasks: [recompute], newest: 9, disk: null };
    await click.click(await screen.findByRole('button', { name: 'Cancel importing clocks.csv' }));
    expect(await screen.findByText(/^Nothing of clocks\.csv was imported\./)).toBeDefined();
    expect(asked).toContainEqual({ method: 'DELETE', path: '/tasks/7', body: null });
    await waitFor(() => expect(screen.queryByRole('progressbar', { name: /clocks/ })).toBeNull());
    expect(screen.getByText('begins')).toBeDefined();
    expect(screen.queryByRole('button', { name: /Cancel/ })).toBeNull();
  });
});

describe('work that failed', () => {
  it('says why, and is tried again when somebody asks for it', async () => {
    const asked = await begin(
      task({ id: 9, status: 'gave up', attempts: 10, error: 'The database went away.' }),
    );
    expect((await screen.findByRole('alert')).textContent).toContain(
      'Importing clocks.csv was given up after 10 attempts. The database went away.',
    );
    // It does not go on.
    expect(screen.queryByText(/at work/)).toBeNull();
    tasks = { tasks: [], newest: 9, disk: null };
    await click.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    expect(asked.some(({ path }) => path === '/tasks/9/retry')).toBe(true);
  });

  it('is no alarm while it is tried again by itself', async () => {
    await begin(task({ error: 'The database went away.' }));
    expect((await screen.findByRole('status')).textContent).toContain('failed once: The database went away.');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('is said of the disk, which fills for everybody', async () => {
    tasks = { tasks: [], newest: 9, disk: null };
    await begin();
    await act(async () => {
      const disk = { folder: '/srv/heath', freeMegabytes: 120, neededMegabytes: 200, full: true };
      live.onmessage?.(new MessageEvent('message', { data: JSON.stringify({ tasks: [], disk }) }));
    });
    expect((await screen.findByRole('alert')).textContent).toContain(
      '/srv/heath has 120 MB left. Nothing new',
    );
  });
});
