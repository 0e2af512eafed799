// @vitest-environment jsdom
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { AccountPage } from './AccountPage.tsx';

const session = (id: string, agent: string, current = false) => ({
  id,
  agent,
  startedAt: '2026-11-02T09:00:00Z',
  endsAt: '2026-11-02T21:00:00Z',
  current,
});
let sessions: ReturnType<typeof session>[];
let passwordIsGiven: boolean;
const server = ({ method, path, body }: Asked) => {
  if (path === '/session') return ok({ ...SPECIALIST, passwordIsGiven });
  if (path === '/password') {
    const { current } = body as { current: string };
    return current === 'gorse-in-bloom'
      ? { status: 204, body: null }
      : {
          status: 422,
          body: {
            type: 'invalid',
            title: 'That is not your present password.',
            status: 422,
            field: 'current',
          },
        };
  }
  if (method === 'DELETE') {
    sessions = sessions.filter(({ id }) => path !== `/sessions/${id}`);
    return { status: 204, body: null };
  }
  return path === '/sessions' ? ok({ sessions }) : undefined;
};
beforeEach(() => {
  passwordIsGiven = false;
  sessions = [session('a', 'Firefox on Linux', true), session('b', '')];
});
const user = userEvent.setup();
const open = async () => {
  const asked = answering(server);
  const { router } = show(<AccountPage />, '/account');
  await screen.findByRole('heading', { name: 'Odile Fell' });
  return { asked, router };
};
const present = () => screen.getByLabelText('Present password') as HTMLInputElement;
const wanted = () => screen.getByLabelText(/^New password/) as HTMLInputElement;

describe('one’s own account', () => {
  it('has its password changed; what is wrong stands at its field, and what was typed stays', async () => {
    const { asked } = await open();
    await user.type(present(), 'heather');
    await user.type(wanted(), 'short{Enter}');
    expect(await screen.findByText('A password has at least 12 characters.')).toBeDefined();
    expect(asked.some(({ path }) => path === '/password')).toBe(false);
    await user.clear(wanted());
    await user.type(wanted(), 'a-moor-at-night{Enter}');
    expect(await screen.findByText('That is not your present password.')).toBeDefined();
    expect(wanted().value).toBe('a-moor-at-night');
    await user.clear(present());
    await user.type(present(), 'gorse-in-bloom{Enter}');
    expect(await screen.findByText(/^Your password is changed\./)).toBeDefined();
    expect([present().value, wanted().value]).toEqual(['', '']);
  });

  it('is not left with a password half typed before somebody was asked', async () => {
    const { router } = await open();
    await user.type(wanted(), 'half');
    await act(() => router.navigate('/cards'));
    const asks = within(await screen.findByRole('dialog'));
    await user.click(asks.getByRole('button', { name: 'Stay' }));
    expect([router.state.location.pathname, wanted().value]).toEqual(['/account', 'half']);
    await act(() => router.navigate('/cards'));
    await user.click(await screen.findByRole('button', { name: 'Leave' }));
    await waitFor(() => expect(router.state.location.pathname).toBe('/cards'));
  });

  it('lists where one is signed in, and ends any but this', async () => {
    await open();
    expect((await screen.findAllByRole('row')).slice(1).map((row) => row.textContent)).toEqual([
      expect.stringContaining('This browserFirefox on Linux'),
      expect.stringContaining('It does not say'),
    ]);
    await user.click(screen.getByRole('button', { name: 'End' }));
    await waitFor(() => expect(screen.queryByText('It does not say')).toBeNull());
  });

  it('of somebody whose password another chose asks for one of their own first', async () => {
    passwordIsGiven = true;
    const { asked } = await open();
    expect(screen.getByText(/^Somebody else chose your password\./)).toBeDefined();
    expect(asked.some(({ path }) => path === '/sessions')).toBe(false);
  });
});
