// @vitest-environment jsdom
import { DIFFERENCE_STATES, type Difference } from '@heath/contract';
import { workdayFromIso, workdayToIso } from '@heath/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { DifferencesPage } from './DifferencesPage.tsx';

const day = (iso: string) => workdayToIso(workdayFromIso(iso));
const HOUR = 90_000;
const OPEN = {
  periodId: 6,
  personId: 107,
  number: 'MF-0107',
  name: 'Matteo Okafor',
  department: 'Deck',
  group: 'Afloat',
  version: 3,
  payableHours: 5 * HOUR,
  state: 'open' as Difference['state'],
};
const PERIODS = [{ id: 6, firstDay: day('2026-10-05'), lastDay: day('2026-10-18') }];
const SENT = {
  sent: [],
  differs: [],
  reasons: [{ says: 'Punches came with late.csv', by: 'Odile Ravn', at: '2026-11-02T09:00:00Z' }],
  decided: null,
};
const inState = (state: Difference['state']) => ({ ...OPEN, state });

/** A server that lists once, and then decides; what is asked for anew does not come. */
function decides(left: readonly { periodId: number; personId: number; reason: string }[] = []) {
  let listed = 0;
  return answering(({ method, path, body }: Asked) => {
    if (path === '/session') return ok(SPECIALIST);
    if (path === '/differences')
      return ++listed === 1
        ? ok(listOf([OPEN]))
        : { status: 503, body: { type: 'database', title: 'Not now.' } };
    if (path === '/periods/6/cards/107/sent') return ok(SENT);
    if (method !== 'POST') return undefined;
    const { what } = body as { what: string };
    const after =
      what === 'waive' ? [] : [left.length > 0 ? OPEN : inState(what === 'carry' ? 'carried' : 'approved')];
    return ok({ decided: 1 - left.length, left, ...listOf(after) });
  });
}
const user = userEvent.setup();
const decided = (asked: readonly Asked[]) =>
  asked.flatMap(({ method, body }) => (method === 'POST' ? [(body as { what: string }).what] : []));

/** A list of differences as it travels. */
const listOf = (all: readonly ReturnType<typeof inState>[]) => ({
  periods: PERIODS,
  departments: ['Deck'],
  groups: ['Afloat'],
  period: all.map(() => 0),
  personId: all.map(({ personId }) => personId),
  number: all.map(({ number }) => number),
  name: all.map(({ name }) => name),
  department: all.map(() => 0),
  group: all.map(() => 0),
  version: all.map(({ version }) => version),
  payableHours: all.map(({ payableHours }) => payableHours),
  state: all.map(({ state }) => DIFFERENCE_STATES.indexOf(state)),
});

describe('a difference', () => {
  it('is carried over and approved by one key after the other, without waiting for the list to come again', async () => {
    const asked = decides();
    show(<DifferencesPage />);
    await screen.findByText('Punches came with late.csv');
    await screen.findByRole('button', { name: /Carry over/ });
    await user.keyboard('c');
    await screen.findByText('Carried over: it waits for approval.');
    await user.keyboard('a');
    await screen.findByText('Approved: it goes out with the next handoff.');
    expect(decided(asked)).toEqual(['carry', 'approve']);
    expect(screen.getByRole('region', { name: 'Going out' }).textContent).toContain(
      '1 difference is approved',
    );
  });

  it('is waived with a reason, and is gone then', async () => {
    const asked = decides();
    show(<DifferencesPage />);
    await screen.findByRole('button', { name: /Waive/ });
    await user.keyboard('w');
    expect(decided(asked)).toEqual([]);
    expect(document.activeElement).toBe(screen.getByLabelText('Why'));
    await user.keyboard('Too small{Enter}');
    await user.keyboard('w');
    await screen.findByText('Nothing changed');
    expect(decided(asked)).toEqual(['waive']);
  });

  it('that changed meanwhile stays as it is, and the reason is said', async () => {
    decides([{ periodId: 6, personId: 107, reason: 'It changed meanwhile. Look at it once more.' }]);
    show(<DifferencesPage />);
    await screen.findByRole('button', { name: /Carry over/ });
    await user.keyboard('c');
    await screen.findByText('It changed meanwhile. Look at it once more.');
    expect(screen.getByRole('button', { name: /Carry over/ })).toBeDefined();
  });
});

describe('thousands of differences', () => {
  const MANY = 2500;
  const all = (state: Difference['state']) =>
    Array.from({ length: MANY }, (_, i) => ({
      ...OPEN,
      personId: i + 1,
      number: `MF-${i + 1}`,
      name: i < 3 ? `Ann ${i}` : `Bo ${i}`,
      state,
    }));

  it('are decided on at once, a part after the other; only those that a filter leaves', async () => {
    let state: Difference['state'] = 'open';
    const asked = answering(({ method, path, body }: Asked) => {
      if (path === '/session') return ok(SPECIALIST);
      if (path === '/differences') return ok(listOf(all(state)));
      if (path.endsWith('/sent')) return ok(SENT);
      if (method !== 'POST') return undefined;
      const { what, differences } = body as { what: string; differences: unknown[] };
      state = what === 'carry' ? 'carried' : 'open';
      const left = what === 'carry' ? [] : [{ periodId: 6, personId: 1, reason: 'It changed meanwhile.' }];
      return ok({
        decided: differences.length - left.length,
        left,
        ...listOf(all(state)),
      });
    });
    show(<DifferencesPage />);
    await screen.findByRole('button', { name: 'Carry over 2,500 Shift C' });
    // Rows that nobody sees are not drawn.
    expect(screen.getByLabelText('Differences').querySelectorAll('button').length).toBeLessThan(100);
    await user.keyboard('{Shift>}C{/Shift}');
    const panel = await screen.findByRole('dialog', { name: 'Carry over 2,500 differences?' });
    expect(panel.textContent).toContain('+12,500.00 h payable, of 2,500 people.');
    await user.keyboard('The edition of October{Enter}');
    await screen.findByText('2,500 carried over.');
    const posted = () => asked.flatMap(({ method, body }) => (method === 'POST' ? [body as never] : []));
    expect(
      posted().map(
        ({ what, differences, reason }: { what: string; differences: unknown[]; reason: string }) => [
          what,
          differences.length,
          reason,
        ],
      ),
    ).toEqual([
      ['carry', 2000, 'The edition of October'],
      ['carry', 500, 'The edition of October'],
    ]);
    await user.keyboard('/');
    await user.keyboard('ann{Escape}');
    await user.click(await screen.findByRole('button', { name: 'Withdraw 3 Shift X' }));
    await screen.findByRole('dialog', { name: 'Withdraw 3 differences?' });
    await user.click(screen.getByRole('button', { name: 'Withdraw Enter' }));
    await screen.findByText('2 withdrawn. 1 is left: It changed meanwhile.');
    expect(posted().at(-1)).toMatchObject({
      what: 'withdraw',
      differences: [1, 2, 3].map((personId) => ({ periodId: 6, personId, version: 3 })),
    });
  });

  it('are waived with a reason only; where the server is gone in the middle, it says how many are done', async () => {
    let parts = 0;
    answering(({ method, path, body }: Asked) => {
      if (path === '/session') return ok(SPECIALIST);
      if (path === '/differences') return ok(listOf(all('open')));
      if (path.endsWith('/sent')) return ok(SENT);
      if (method !== 'POST') return undefined;
      const { differences } = body as { differences: unknown[] };
      return ++parts === 1
        ? ok({ decided: differences.length, left: [], ...listOf(all('open')) })
        : { status: 422, body: { type: 'invalid', title: 'The database is being looked after.' } };
    });
    show(<DifferencesPage />);
    await screen.findByRole('button', { name: 'Waive 2,500 Shift W' });
    await user.keyboard('{Shift>}W{/Shift}');
    await screen.findByRole('dialog');
    expect(screen.getByRole('button', { name: 'Waive Enter' })).toHaveProperty('disabled', true);
    await user.keyboard('Too small{Enter}');
    await screen.findByText('The database is being looked after. Of 2,500 differences, 2,000 are waived.');
  });
});
