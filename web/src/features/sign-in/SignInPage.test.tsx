// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { SignInPage } from './SignInPage.tsx';

const ACCOUNT = { username: 'odile', name: 'Odile Fell', password: 'gorse-in-bloom', role: 'specialist' };
const server = ({ method, path, body }: Asked) => {
  if (path === '/demo-accounts') return ok({ accounts: [ACCOUNT] });
  if (method !== 'POST' || path !== '/session') return undefined;
  const { password } = body as { password: string };
  return password === ACCOUNT.password
    ? ok(SPECIALIST)
    : {
        status: 401,
        body: {
          type: 'wrong-sign-in',
          title: 'That user name and password do not belong together.',
          status: 401,
        },
      };
};
const user = userEvent.setup();
const open = (at: string) => {
  const asked = answering(server);
  const { router } = show(<SignInPage />, at);
  return { asked, now: () => router.state.location.pathname + router.state.location.search };
};
const enter = async (username: string, password: string) => {
  if (username !== '') await user.type(screen.getByLabelText('User name'), username);
  if (password !== '') await user.type(screen.getByLabelText('Password'), password);
  await user.keyboard('{Enter}');
};

describe('signing in', () => {
  it('says at its field what is missing, before anything is sent', async () => {
    const { asked } = open('/sign-in');
    await enter('odile', '');
    expect(await screen.findByText('Type your password.')).toBeDefined();
    expect(screen.getByLabelText('Password').getAttribute('aria-invalid')).toBe('true');
    expect(asked.filter(({ method }) => method === 'POST')).toEqual([]);
  });

  it('says what the server found wrong, and keeps the name', async () => {
    const { now } = open('/sign-in');
    await enter('odile', 'wrong');
    expect((await screen.findByRole('alert')).textContent).toContain('do not belong together');
    expect((screen.getByLabelText('User name') as HTMLInputElement).value).toBe('odile');
    expect(now()).toBe('/sign-in');
  });

  it.each([
    ['/sign-in', '/'],
    ['/sign-in?then=%2Fcards%3Fperson%3D4', '/cards?person=4'],
    // Nowhere but within this application.
    ['/sign-in?then=https%3A%2F%2Felsewhere.example', '/'],
    ['/sign-in?then=%2F%2Felsewhere.example', '/'],
  ])('at %s leads to %s', async (at, then) => {
    const { now } = open(at);
    await enter('odile', 'gorse-in-bloom');
    await waitFor(() => expect(now()).toBe(then));
  });

  it('is one click for the people of the demo', async () => {
    const { asked, now } = open('/sign-in');
    await user.click(await screen.findByRole('button', { name: /Odile Fell/ }));
    await waitFor(() => expect(now()).toBe('/'));
    expect(asked.find(({ method }) => method === 'POST')?.body).toEqual({
      username: 'odile',
      password: 'gorse-in-bloom',
    });
  });
});
