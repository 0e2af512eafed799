// @vitest-environment jsdom
import type { HandoffReply } from '@heath/contract';
import { workdayFromIso } from '@heath/core';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { SPECIALIST } from '../../testing/samples.ts';
import { Ready } from './Ready.tsx';

const HOUR = 90_000;
const HANDOFF: HandoffReply = {
  periodId: 2,
  people: 4,
  clockedSeconds: 28_800,
  unpaidSeconds: 0,
  heldSeconds: 0,
  payableSeconds: 28_800,
  notWorkedSeconds: 0,
  payableHours: 8 * HOUR,
  codes: [
    {
      code: '110',
      name: 'Ordinary',
      classIds: ['ordinary'],
      premium: false,
      people: 4,
      hours: 8 * HOUR,
      previousHours: null,
    },
  ] as unknown as HandoffReply['codes'],
  toSettle: 0,
  computing: 0,
  batch: null,
  earlier: [],
};
const BATCH = {
  id: 7,
  firstDay: '2026-10-19',
  lastDay: '2026-11-01',
  people: 4,
  lines: 1234,
  payableHours: 8 * HOUR,
  premiumHours: HOUR,
  madeBy: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
};
const batch = { ...BATCH, firstDay: workdayFromIso(BATCH.firstDay), lastDay: workdayFromIso(BATCH.lastDay) };
const server =
  (answer: ReturnType<typeof ok>, roles: readonly string[] = ['specialist']) =>
  ({ method, path }: Asked) =>
    path === '/session'
      ? ok({ ...SPECIALIST, roles })
      : method === 'POST' && path === '/periods/2/handoff'
        ? answer
        : undefined;
const done = ok({ ...HANDOFF, batch: BATCH });
const user = userEvent.setup();
const seal = () => screen.getByRole('button', { name: /^Seal and hand off/ }) as HTMLButtonElement;
const sent = (asked: readonly Asked[]) => asked.filter(({ method }) => method === 'POST').length;

describe('handing off', () => {
  it('waits for what is open, and says where that is settled', async () => {
    const asked = answering(server(done));
    show(<Ready handoff={{ ...HANDOFF, toSettle: 2 }} />);
    await waitFor(() => expect(screen.getByText(/^Sealing closes the cards/)).toBeDefined());
    expect(seal().disabled).toBe(true);
    const open = within(screen.getByText(/2 exceptions are open/).closest('li') as HTMLElement);
    expect(open.getByLabelText('no')).toBeDefined();
    expect(open.getByRole('link', { name: 'settle' }).getAttribute('href')).toContain('show=to-settle');
    await user.keyboard('{Shift>}{Enter}{/Shift}');
    expect(sent(asked)).toBe(0);
  });

  it('is done by its key as well', async () => {
    const asked = answering(server(done));
    show(<Ready handoff={HANDOFF} />);
    await waitFor(() => expect(seal().disabled).toBe(false));
    await user.keyboard('{Shift>}{Enter}{/Shift}');
    await waitFor(() => expect(sent(asked)).toBe(1));
  });

  it('is done once by its button, and says how many lines there are', async () => {
    const asked = answering(server(done));
    show(<Ready handoff={HANDOFF} />);
    await waitFor(() => expect(seal().disabled).toBe(false));
    await user.click(seal());
    expect(await screen.findByText('Handed off: 1,234 lines.')).toBeDefined();
    expect(sent(asked)).toBe(1);
  });

  it('is not for those who only look', async () => {
    answering(server(done, ['auditor']));
    show(<Ready handoff={HANDOFF} />);
    expect(await screen.findByText('A payroll specialist seals and hands off.')).toBeDefined();
    expect(seal().disabled).toBe(true);
  });

  it('says what the server found wrong', async () => {
    const title = '3 cards are still being computed.';
    answering(server({ status: 409, body: { type: 'not-ready', title, status: 409 } }));
    show(<Ready handoff={HANDOFF} />);
    await waitFor(() => expect(seal().disabled).toBe(false));
    await user.click(seal());
    expect((await screen.findByRole('alert')).textContent).toContain(title);
    expect(seal().disabled).toBe(false);
  });

  it('leaves the batch with its sums and files, and those before it', () => {
    answering(server(done));
    show(<Ready handoff={{ ...HANDOFF, batch, earlier: [{ ...batch, id: 6, payableHours: 9 * HOUR }] }} />);
    expect(screen.getByLabelText('Batch').textContent).toMatch(
      /By Odile Fell.*Lines1,234.*Payable hours8\.00/s,
    );
    expect(screen.getByRole('link', { name: 'Download lines by workday' }).getAttribute('href')).toBe(
      '/api/handoffs/7/file.csv?by=workday',
    );
    expect(screen.getByRole('link', { name: '9.00 h' }).getAttribute('href')).toBe(
      '/api/handoffs/6/file.csv',
    );
    expect(screen.queryByRole('button')).toBeNull();
  });
});
