// @vitest-environment jsdom
import type { BatchDetail } from '@heath/contract';
import { workdayFromIso } from '@heath/core';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { BatchSide, whyLinesDiffer } from './BatchSide.tsx';

const HOUR = 90_000;
const BATCH: BatchDetail['batch'] = {
  id: 7,
  number: 7,
  kind: 'regular',
  state: 'sealed',
  firstDay: workdayFromIso('2026-10-19'),
  lastDay: workdayFromIso('2026-11-01'),
  groups: ['Afloat'],
  people: 4,
  lines: 1234,
  payableHours: 8 * HOUR,
  premiumHours: HOUR,
  madeBy: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
  overrides: [{ check: 'known people', says: '1 person unknown to the pay system', reason: 'Next week' }],
  ended: null,
  file: {
    name: 'pay-7.csv',
    layout: 'Tideline intake',
    lines: 1200,
    linesOfBatch: 1222,
    bytes: 40_000,
    sha256: 'ab'.repeat(32),
  },
};
const detail = (change: Partial<BatchDetail['batch']>, more: Partial<BatchDetail> = {}): BatchDetail => ({
  batch: { ...BATCH, ...change },
  codes: [],
  deliveries: [],
  linesLeft: 0,
  linesTakenOut: 0,
  ...more,
});
const open = (of: BatchDetail) => {
  const asked = answering(({ method, path }: Asked) =>
    path === '/session' ? ok(SPECIALIST) : method === 'POST' ? ok(of) : undefined,
  );
  show(<BatchSide detail={of} />);
  return asked;
};
const user = userEvent.setup();
const posted = (asked: readonly Asked[]) =>
  asked.filter(({ method }) => method === 'POST').map(({ path, body }) => [path, body]);

const DELIVERY: BatchDetail['deliveries'][number] = {
  id: 3,
  status: 'in doubt',
  lines: 4,
  isRest: false,
  answer: 'The pay system did not answer in time.',
  madeBy: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
  answeredAt: null,
  refused: [],
  doubt: null,
  statement: null,
};

describe('a batch', () => {
  it('shows its sums, its file and why it went all the same; downloading is told apart from delivering', async () => {
    open(detail({}));
    expect(screen.getByLabelText('Batch').textContent).toMatch(
      /By Odile Fell.*Lines1,234.*Payable hours8\.00/s,
    );
    expect(screen.getByLabelText('Passed over').textContent).toContain('“Next week”');
    expect(screen.getByRole('link', { name: /Download/ }).getAttribute('href')).toBe('/api/handoffs/7/file');
    expect(screen.getByText('Downloading delivers nothing.')).toBeDefined();
  });

  it('says why its file has fewer lines than its cards: what was left out, what was joined', () => {
    open(detail({}));
    expect(
      screen.getByText(
        'Of 1,234 lines of cards 12 come to nothing and are left out, 22 are joined with others that the layout does not tell apart.',
      ),
    ).toBeDefined();
    expect(whyLinesDiffer(1200, { lines: 1200, linesOfBatch: 1200 })).toBe('');
    expect(whyLinesDiffer(1201, { lines: 1200, linesOfBatch: 1200 })).toContain('1 come');
  });

  it('of which lines were refused is headed so, and offers what the refusals are about', async () => {
    const refused = [
      { line: 3, personId: 4, about: 'Reed', hours: HOUR, reason: 'Nobody has the number MF-0164.' },
      { line: 4, personId: 4, about: 'Reed', hours: HOUR, reason: 'Nobody has the number MF-0164.' },
    ];
    const delivery: BatchDetail['deliveries'][number] = { ...DELIVERY, status: 'in part', refused };
    open(detail({ state: 'in part' }, { linesLeft: 2, deliveries: [delivery] }));
    expect(screen.getByRole('heading', { name: 'Handed off in part' })).toBeDefined();
    const out = await screen.findByLabelText('Take out');
    expect(out.textContent).toContain('Nobody has the number MF-0164. 2 lines');
    expect(within(out).getByRole('link', { name: 'people and numbers' }).getAttribute('href')).toContain(
      'people',
    );
  });

  it('is delivered by its key, and the rest of it where part was accepted', async () => {
    const asked = open(detail({}));
    await waitFor(() =>
      expect((screen.getByRole('button', { name: /^Deliver to/ }) as HTMLButtonElement).disabled).toBe(false),
    );
    await user.keyboard('d');
    await waitFor(() => expect(posted(asked)).toEqual([['/handoffs/7/deliver', { what: 'all' }]]));
  });

  it('delivers just what is left where part was accepted', async () => {
    const asked = open(detail({ state: 'in part' }, { linesLeft: 5 }));
    const rest = await screen.findByRole('button', { name: /^Deliver the 5 that are left/ });
    await waitFor(() => expect((rest as HTMLButtonElement).disabled).toBe(false));
    await user.click(rest);
    await waitFor(() => expect(posted(asked)).toEqual([['/handoffs/7/deliver', { what: 'rest' }]]));
    expect(screen.queryByText('Reopen it')).toBeNull();
  });

  it.each([
    ['sealed', 'Reopen', '/handoffs/7/reopen'],
    ['refused', 'Void', '/handoffs/7/void'],
  ] as const)('that is %s is taken back with a reason', async (state, name, path) => {
    const asked = open(detail({ state }));
    await user.type(await screen.findByLabelText('Why it is taken back'), 'A wrong night');
    await user.click(screen.getByRole('button', { name }));
    await waitFor(() => expect(posted(asked)).toEqual([[path, { reason: 'A wrong night' }]]));
  });

  it('that had no answer is asked about by its key, and not taken back meanwhile', async () => {
    const asked = open(detail({ state: 'in doubt' }, { deliveries: [DELIVERY] }));
    const ask = await screen.findByRole('button', { name: /^Ask the pay system/ });
    await waitFor(() => expect((ask as HTMLButtonElement).disabled).toBe(false));
    expect(screen.queryByLabelText('Why it is taken back')).toBeNull();
    await user.keyboard('q');
    await waitFor(() => expect(posted(asked)).toEqual([['/handoffs/7/ask', null]]));
  });

  it('whose answer contradicts itself shows both versions, and is ended line by line with a reason', async () => {
    const doubt = {
      why: ['It says that all was accepted, and names 1 line that it refused.'],
      status: 'accepted' as const,
      says: 'Taken: 4 lines.',
      lines: '1-4',
      refused: [{ line: 3, reason: 'No such code', about: 'Somebody', personId: null, hours: HOUR }],
    };
    const asked = open(detail({ state: 'in doubt' }, { deliveries: [{ ...DELIVERY, doubt }] }));
    await user.click(await screen.findByRole('radio', { name: 'These lines' }));
    expect(screen.getByLabelText('Its answer').textContent).toContain('Taken: 4 lines.');
    expect(screen.queryByRole('button', { name: /^Deliver|^Ask/ })).toBeNull();
    // Those that it did not refuse.
    const lines = screen.getByLabelText('Lines of the file that it has') as HTMLInputElement;
    expect(lines.value).toBe('1-2, 4');
    await user.clear(lines);
    await user.type(lines, 'most');
    await user.type(screen.getByLabelText('How it was found out'), 'They rang');
    const state = screen.getByRole('button', { name: 'State it' }) as HTMLButtonElement;
    expect(state.disabled).toBe(true);
    await user.clear(lines);
    await user.type(lines, '1-2');
    await user.click(state);
    await waitFor(() =>
      expect(posted(asked)).toEqual([
        ['/handoffs/7/state', { has: 'these', lines: '1-2', reason: 'They rang' }],
      ]),
    );
  });

  it('that was accepted is neither delivered nor taken back', async () => {
    open(detail({ state: 'accepted' }));
    await screen.findByText(/^By Odile Fell/);
    // A notice of something else may still be in sight, outside of every screen.
    const own = screen.queryAllByRole('button').filter((one) => one.closest('[data-notices]') === null);
    expect(own).toEqual([]);
  });
});
