// @vitest-environment jsdom
import type { SignedInUser } from '@heath/contract';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../testing/app.tsx';
import { CARDS, PERIODS, SPECIALIST } from '../testing/samples.ts';
import { Shell } from './Shell.tsx';

const server = ({ method, path }: Asked) => {
  if (path === '/session') return method === 'DELETE' ? { status: 204, body: null } : ok(SPECIALIST);
  if (path === '/periods') return ok(PERIODS);
  if (path === '/periods/2/cards') return ok(CARDS);
  return path === '/tasks' ? ok({ tasks: [], newest: 9, disk: null }) : undefined;
};
const user = userEvent.setup();
const open = (at: string, who: Partial<SignedInUser> = {}) => {
  const asked = answering(server);
  const { router } = show(<Shell user={{ ...SPECIALIST, ...who }} />, at);
  return { asked, now: () => router.state.location.pathname + router.state.location.search };
};
const screens = () =>
  within(screen.getByRole('navigation'))
    .getAllByRole('link')
    .map((link) => link.textContent);

describe('the frame around every screen', () => {
  it('shows the screens that somebody may open, and keeps the period from one to the next', () => {
    open('/cards?period=1&person=4');
    expect(screens()).toEqual([
      'Desk',
      'Punches',
      'Exceptions',
      'The day',
      'Time cards',
      'Handoff',
      'Afterwards',
      'Pay files',
      'Reports',
    ]);
    const handoff = screen.getByRole('link', { name: 'Handoff' });
    expect(handoff.getAttribute('href')).toBe('/handoff?period=1');
    expect(document.title).toBe('Time cards · Heath');
  });

  it('shows others no more than is theirs', () => {
    open('/cards', { roles: ['person'] });
    expect(screens()).toEqual(['Exceptions', 'The day', 'Time cards']);
  });

  it.each([
    ['whose password somebody else chose', { passwordIsGiven: true }],
    ['who sees no cards', { roles: ['administrator'] as const }],
  ])('leads somebody %s to their account', async (_who, who) => {
    const { now } = open('/cards', who);
    await waitFor(() => expect(now()).toBe('/account'));
  });

  it('finds people, their days and screens, and goes there', async () => {
    const { now } = open('/cards');
    await user.keyboard('{Control>}k{/Control}');
    const find = await screen.findByRole('combobox', { name: /^Find a person/ });
    await user.type(find, 'calder 28 oct');
    expect((await screen.findByRole('option', { name: /Calder Drum/ })).textContent).toContain('Wed 28 Oct');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(now()).toBe('/cards?period=2&person=12&day=2026-10-28'));
    expect(screen.queryByRole('dialog')).toBeNull();
    await user.keyboard('{Control>}k{/Control}');
    await user.type(await screen.findByRole('combobox'), 'hando');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(now()).toBe('/handoff'));
  });

  it('lists the keys of the screen, and those that hold everywhere', async () => {
    open('/cards');
    await user.keyboard('?');
    const keys = await screen.findByRole('dialog');
    for (const does of ['Next person', 'Take the time proposed', 'Find'])
      expect(keys.textContent).toContain(does);
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('has a menu for the look of it and the way out, opened by mouse and by keys', async () => {
    const { asked } = open('/cards');
    const mine = screen.getByRole('button', { name: /signed in as Odile Fell$/ });
    expect(mine.getAttribute('aria-haspopup')).toBe('menu');
    mine.focus();
    await user.keyboard('{ArrowDown}');
    await user.click(await screen.findByRole('menuitemradio', { name: 'By night' }));
    expect(document.documentElement.dataset.theme).toBe('dark');
    await user.click(screen.getByRole('menuitemradio', { name: 'By day' }));
    expect(document.documentElement.dataset.theme).toBe('light');
    await user.click(screen.getByRole('menuitem', { name: 'Sign out' }));
    await waitFor(() => expect(asked).toContainEqual({ method: 'DELETE', path: '/session', body: null }));
  });
});
