// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { PERIODS, SPECIALIST, STRIP } from '../../testing/samples.ts';
import { DeskPage } from './DeskPage.tsx';
import { linesSince } from './since.ts';

const HOUR = 90_000;
const offsets = { zone: 'Europe/London', starts: [0], offsets: [0] };
const AT = 1_793_000_000;
const exception = (key: string, more: object = {}) => ({
  person: 0,
  zone: 0,
  key,
  kind: 'missing-out',
  severity: 'holds up',
  workday: '2026-10-28',
  at: AT,
  measured: null,
  limit: null,
  proposals: [
    { at: AT + 3600, from: 'plan' },
    { at: AT + 3660, from: 'habit', days: 4 },
  ],
  ...more,
});
const person = {
  personId: 11,
  number: 'MF-0011',
  name: 'Aino Brook',
  department: 'Deck',
  site: 'Saltholm',
  groupId: 1,
  supervisor: null,
};
const file = (status: string) => ({
  id: 1,
  name: 'clocks.csv',
  status,
  bytes: 1,
  madeBy: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
  added: 2354,
  known: 0,
  refused: 2,
  unowned: 0,
  outside: 0,
  error: null,
});
const handoff = {
  periodId: 2,
  payableHours: 80 * HOUR,
  groups: [
    { id: 1, name: 'Afloat', people: 3, toSettle: 1, computing: 0, batchId: null },
    { id: 2, name: 'Night', people: 1, toSettle: 0, computing: 0, batchId: null },
  ],
  batches: [],
  earlier: [
    {
      id: 6,
      number: 6,
      firstDay: '2026-10-05',
      lastDay: '2026-10-18',
      people: 4,
      lines: 412,
      payableHours: 82 * HOUR,
      premiumHours: 0,
      madeBy: 'Odile Fell',
      madeAt: '2026-10-19T09:00:00Z',
    },
  ],
};
const row = (id: number, by: string | null, what: string, after: unknown = null) => ({
  id,
  at: `2026-11-02T0${id}:00:00Z`,
  by,
  what,
  about: 'x',
  aboutId: 1,
  before: null,
  isOwnPay: false,
  after,
});

const server =
  (open: object[]) =>
  ({ path }: Asked) => {
    if (path === '/session') return ok(SPECIALIST);
    if (path === '/periods') return ok(PERIODS);
    if (path.startsWith('/periods/2/strip')) return ok(STRIP);
    if (path === '/periods/2/exceptions')
      return ok({ people: [person], zones: [offsets], exceptions: open, computing: 0, next: null });
    if (path === '/periods/2/handoff') return ok(handoff);
    if (path === '/imports') return ok({ imports: [file('done')] });
    if (path === '/badges/unowned') return ok({ badges: [] });
    if (path === '/audit-events')
      return ok({ events: [row(5, 'May Oakley', 'approved', { people: [1, 2] })] });
    return undefined;
  };
const user = userEvent.setup();

describe('the desk', () => {
  it('tells what is left of each step, and what others did', async () => {
    answering(server([exception('a'), exception('b', { severity: 'to look at', proposals: [] })]));
    show(<DeskPage />, '/desk');
    expect(await screen.findByText('Good day, Odile')).toBeDefined();
    await screen.findByText(/2,354 punches added, 0 known before, 2 refused/);
    await screen.findByText(/^1 exception to settle\. 1 take one key.*1 worth a look\.$/);
    await screen.findByText('1 of 4 cards.');
    await screen.findByText('Payable stands at 80.00 h, 2.00 less than in the last period.');
    await screen.findByText('Afloat, Night are to be sealed.');
    await screen.findByText('May Oakley approved 2 cards');
    expect(screen.getByText(/412 lines/)).toBeDefined();
  });

  it.each([
    ['{Enter}', '/exceptions', [exception('a')]],
    ['{Enter}', '/cards', []],
    ['1', '/punches', []],
    ['5', '/handoff', []],
  ])('%s leads to %s', async (press, to, open) => {
    answering(server(open));
    const { router } = show(<DeskPage />, '/desk');
    await screen.findByText(/in the last period/);
    await screen.findByText(/1 of 4 cards/);
    await screen.findByText(/punches added/);
    await waitFor(() => expect(screen.getAllByRole('listitem').length).toBeGreaterThan(4));
    await user.keyboard(press);
    await waitFor(() => expect(router.state.location.pathname).toBe(to));
  });
});

describe('what others did', () => {
  it('is told once for what one did again and again that day, without one’s own and what was seen', () => {
    const events = [
      row(9, 'May', 'corrected'),
      row(8, 'Jo', 'handed off', { number: 7 }),
      row(7, 'May', 'corrected'),
      row(6, 'Odile', 'corrected'),
      row(5, null, 'computed'),
      row(4, 'Jo', 'approved', { people: [1] }),
    ];
    expect(linesSince(events, 'Odile', null).map(({ text }) => text)).toEqual([
      'May corrected 2 cards',
      'Jo sealed handoff 7',
      'Jo approved 1 card',
    ]);
    expect(linesSince(events, 'Odile', 8).map(({ text }) => text)).toEqual(['May corrected 1 card']);
  });

  it('tells an answer to a question from that of the pay system', () => {
    const row = { at: '2026-11-02T09:00:00Z', aboutId: 1, before: null, isOwnPay: false, what: 'answered' };
    const events = [
      { ...row, id: 4, by: null, about: 'delivery', after: { number: 6, status: 'in part', refused: 3 } },
      { ...row, id: 3, by: 'Piotr', about: 'question', after: { text: 'I did' } },
      { ...row, id: 2, by: null, about: 'delivery', after: { number: 5, status: 'accepted', refused: 0 } },
    ];
    expect(linesSince(events, 'Odile', null).map(({ text }) => text)).toEqual([
      'The pay system accepted handoff 5; took part of handoff 6, 3 lines refused',
      'Piotr answered 1 question',
    ]);
    expect(linesSince(events.slice(2), 'Odile', null).map(({ text }) => text)).toEqual([
      'The pay system accepted handoff 5',
    ]);
  });
});
