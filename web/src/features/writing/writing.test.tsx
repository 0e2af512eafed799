// @vitest-environment jsdom
import { DEFAULT_WRITING } from '@heath/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { withOwn } from './settings.ts';
import { WritingChoices } from './WritingChoices.tsx';

const open = (roles: readonly string[]) => {
  const asked = answering(({ path, method }) => {
    if (path === '/session') return ok({ ...SPECIALIST, roles });
    if (path === '/writing' && method === 'GET')
      return ok({ company: DEFAULT_WRITING, own: { clock: '12 hours' }, siteZone: 'Europe/London' });
    return method === 'PUT' ? ok({ company: DEFAULT_WRITING, own: {}, siteZone: null }) : undefined;
  });
  show(<WritingChoices />);
  return asked;
};
const choose = async (label: string, choice: string) => {
  await userEvent.click(await screen.findByRole('combobox', { name: label }));
  await userEvent.click(await screen.findByRole('option', { name: choice }));
};

describe('how things are written', () => {
  it('is chosen for oneself, and what else was chosen stays', async () => {
    const asked = open(['auditor']);
    await choose('Hours, for me', '8 h 30 m');
    expect(asked.find(({ method }) => method === 'PUT')).toMatchObject({
      path: '/writing',
      body: { clock: '12 hours', hours: 'hours and minutes' },
    });
  });
  it('can be left to the company again, whose choice is shown', async () => {
    const asked = open(['auditor']);
    await choose('Times of day, for me', 'As the company: 17:05');
    expect(asked.find(({ method }) => method === 'PUT')?.body).toEqual({});
    expect(withOwn({ hours: 'decimal', clock: '12 hours' }, 'clock', 'company')).toEqual({
      hours: 'decimal',
    });
  });
  it('is chosen for the company by whoever may, and is not offered to others', async () => {
    const asked = open(['specialist']);
    await choose('Dates, for the company', 'Oct 28, 2026');
    expect(asked.find(({ method }) => method === 'PUT')).toMatchObject({
      path: '/company/writing',
      body: { ...DEFAULT_WRITING, dates: 'month day year' },
    });
  });
  it('shows a person their own choices alone', async () => {
    open(['person']);
    expect(await screen.findByRole('combobox', { name: 'Hours, for me' })).toBeDefined();
    expect(screen.queryByRole('combobox', { name: 'Hours, for the company' })).toBeNull();
  });
});
