// @vitest-environment jsdom
import type { Difference } from '@heath/contract';
import { workdayFromIso, workdayToIso } from '@heath/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { AfterwardsPage } from './AfterwardsPage.tsx';

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
  state: 'open',
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
        ? ok({ periods: PERIODS, differences: [OPEN] })
        : { status: 503, body: { type: 'database', title: 'Not now.' } };
    if (path === '/periods/6/cards/107/sent') return ok(SENT);
    if (method !== 'POST') return undefined;
    const { what } = body as { what: string };
    const after =
      what === 'waive' ? [] : [left.length > 0 ? OPEN : inState(what === 'carry' ? 'carried' : 'approved')];
    return ok({ decided: 1 - left.length, left, periods: PERIODS, differences: after });
  });
}
const user = userEvent.setup();
const decided = (asked: readonly Asked[]) =>
  asked.flatMap(({ method, body }) => (method === 'POST' ? [(body as { what: string }).what] : []));

describe('a difference', () => {
  it('is carried over and approved by one key after the other, without waiting for the list to come again', async () => {
    const asked = decides();
    show(<AfterwardsPage />);
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
    show(<AfterwardsPage />);
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
    show(<AfterwardsPage />);
    await screen.findByRole('button', { name: /Carry over/ });
    await user.keyboard('c');
    await screen.findByText('It changed meanwhile. Look at it once more.');
    expect(screen.getByRole('button', { name: /Carry over/ })).toBeDefined();
  });
});
