// @vitest-environment jsdom
import type { CardReply } from '@heath/contract';
import { type Exception, instantFromIso, workdayFromIso, ZoneTables } from '@heath/core';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { type Asked, answering, ok, show } from '../../../testing/app.tsx';
import { previewOf } from '../../../testing/samples.ts';
import { SettlePanel } from './SettlePanel.tsx';

const IN = instantFromIso('2026-10-28T06:00:00Z');
const PLANNED = instantFromIso('2026-10-28T14:00:00Z');
const offsets = ZoneTables.around(IN, IN).of('Europe/London');
const card = { offsets, row: { approval: 'none' }, approvals: [] } as unknown as CardReply;
const exception = {
  key: 'missing-out:punch-7',
  kind: 'missing-out',
  workday: workdayFromIso('2026-10-28'),
  at: IN,
  severity: 'holds up',
  proposals: [{ at: PLANNED, from: 'plan' }],
  punch: { at: IN },
} as unknown as Exception;
const HOUR = 90_000;
const sums = (hours: number) => ({ ordinary: { seconds: hours * 3600, hours: hours * HOUR } });
const refused = (problem: object) => ({ status: 409, body: { status: 409, ...problem } });

/** A server that previews, and settles as a test says. */
const server =
  (
    settles: (asked: Asked) => ReturnType<typeof ok>,
    previews = ok(previewOf({ before: sums(32), after: sums(40) })),
  ) =>
  (asked: Asked) =>
    asked.path.endsWith('/preview') ? previews : asked.path.endsWith('/settle') ? settles(asked) : undefined;
const unanswered = () => refused({ type: 'stale', title: 'Nothing.' });

const heard = { onConflict: vi.fn(), onSettled: vi.fn() };
const panel = (of = card) => (
  <SettlePanel id={{ periodId: 2, personId: 4 }} card={of} exception={exception} typing={0} {...heard} />
);
const user = userEvent.setup();
const time = () => screen.getByLabelText(/type the time of the out/) as HTMLInputElement;
const note = () => screen.getByLabelText('Why, for the record') as HTMLInputElement;

describe('settling a missing punch', () => {
  it('says what was there, what speaks for which time, and what that would pay', async () => {
    answering(server(unanswered));
    show(panel());
    expect(screen.getByText(/In Wed 28 Oct, 06:00, nothing after. Planned 14:00/)).toBeDefined();
    expect((await screen.findByLabelText('Effect')).textContent).toContain('Payable with 14:00');
    expect(screen.getByLabelText('Effect').textContent).toMatch(/32\.00.*40\.00.*Ordinary.*\+8\.00/s);
  });

  it('takes what is proposed by its key, with the reason that was typed', async () => {
    const asked = answering(server(unanswered));
    show(panel());
    await user.type(note(), 'seen by the watch');
    // In the field it is a letter.
    await user.keyboard('p');
    expect(asked.filter(({ path }) => path.endsWith('/settle'))).toEqual([]);
    await user.keyboard('{Escape}p');
    await waitFor(() => expect(asked.some(({ path }) => path.endsWith('/settle'))).toBe(true));
    expect(asked.find(({ path }) => path.endsWith('/settle'))).toEqual({
      method: 'POST',
      path: '/periods/2/cards/4/settle',
      body: { exception: exception.key, at: PLANNED, note: 'seen by the watchp' },
    });
  });

  it('takes the time that is shown, whichever key or button: the typed one, and the proposed one once that is left', async () => {
    const asked = answering(server(unanswered));
    show(panel());
    const shown = async (label: string, effect: string) => {
      expect(screen.getByRole('button', { name: /^Take/ }).textContent).toContain(`Take ${label}`);
      await waitFor(() => expect(screen.getByLabelText('Effect').textContent).toContain(effect));
    };
    const sent = () =>
      asked
        .filter(({ path }) => path.endsWith('/settle'))
        .map(({ body }) => (body as { readonly at: number }).at);
    await shown('the planned 14:00', 'Payable with 14:00');
    await user.type(time(), '9p');
    await shown('Wed 28 Oct, 21:00', 'Payable with 21:00');
    await user.tab();
    await user.keyboard('{Escape}p');
    await waitFor(() => expect(sent()).toEqual([instantFromIso('2026-10-28T21:00:00Z')]));
    await user.click(screen.getByRole('button', { name: /^Take/ }));
    await waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent()[1]).toBe(sent()[0]);
    // What cannot be read is no time, and no other is taken in its place.
    await user.clear(time());
    await user.type(time(), '9x');
    expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull();
    await user.keyboard('{Enter}');
    // Escape leaves what was typed.
    await user.keyboard('{Escape}');
    await shown('the planned 14:00', 'Payable with 14:00');
    await user.keyboard('p');
    await waitFor(() => expect(sent()).toHaveLength(3));
    expect(sent()[2]).toBe(PLANNED);
  });

  it('says before that it withdraws what somebody approved, and says nothing of it where nobody did', async () => {
    answering(server(unanswered));
    const stands = (by: string, yes: boolean) => ({
      by,
      madeAt: '2026-11-02T09:00:00Z',
      stands: yes,
      payableHours: 0,
    });
    const approvals = [stands('Ada Low', false), stands('May Hill', true)];
    const approved = { ...card, row: { approval: 'approved' }, approvals } as unknown as CardReply;
    const { unmount } = show(panel(approved));
    await screen.findByText('May Hill approved this card: a correction withdraws that.');
    unmount();
    show(panel());
    await screen.findByText(/Planned 14:00/);
    expect(screen.queryByText(/withdraws that/)).toBeNull();
  });

  it('keeps what was typed while another card is looked at, until it was taken', async () => {
    answering(server(unanswered));
    const { unmount } = show(panel());
    await user.type(time(), '1505');
    await user.type(note(), 'seen');
    unmount();
    show(panel());
    expect([time().value, note().value]).toEqual(['1505', 'seen']);
    expect(screen.getByRole('button', { name: /^Take Wed 28 Oct, 15:05/ })).toBeDefined();
  });

  it('says at the time what is wrong with it, and lets it not be taken', async () => {
    answering(
      server(unanswered, {
        status: 422,
        body: { type: 'invalid', title: 'That time is too far from the punch.', status: 422, field: 'at' },
      }),
    );
    show(panel());
    await user.type(time(), '+90');
    await waitFor(() => expect(time().getAttribute('aria-invalid')).toBe('true'));
    const id = time().getAttribute('aria-describedby') ?? '';
    expect(document.getElementById(id)?.textContent).toBe('That time is too far from the punch.');
    expect(screen.getByRole('button', { name: /^Take/ })).toHaveProperty('disabled', true);
    expect(screen.queryByLabelText('Effect')).toBeNull();
  });

  it.each([
    ['took', ok(previewOf({ before: sums(32), after: sums(40) }))],
    ['looked, too', null],
  ])(
    'tells who was first, where they were before one %s, and what of one’s own was not saved',
    async (_, previews) => {
      heard.onConflict.mockClear();
      const settled = { by: 'May Oakley', madeAt: '2026-11-02T09:00:00Z', at: '2026-10-28T14:30:00Z' };
      const first = refused({ type: 'already-settled', title: 'May Oakley has settled this.', settled });
      const asked = answering(server(() => first, previews ?? (first as unknown as ReturnType<typeof ok>)));
      show(panel());
      await waitFor(() => expect(asked.some(({ path }) => path.endsWith('/preview'))).toBe(true));
      await user.type(note(), 'mine');
      await user.click(screen.getByRole('button', { name: /^Take the planned 14:00/ }));
      await waitFor(() => expect(heard.onConflict).toHaveBeenCalled());
      expect(heard.onConflict).toHaveBeenCalledWith({
        by: 'May Oakley',
        took: instantFromIso('2026-10-28T14:30:00Z'),
        yours: PLANNED,
        note: 'mine',
      });
      expect(sessionStorage).toHaveLength(0);
      // It is said where the card begins, not here too.
      expect(screen.queryByText('May Oakley has settled this.')).toBeNull();
    },
  );

  it('says what else went wrong, and keeps what was typed', async () => {
    answering(server(() => refused({ type: 'sealed', title: 'This period is handed off.' })));
    show(panel());
    await user.type(note(), 'mine');
    await user.click(screen.getByRole('button', { name: /^Take/ }));
    expect(await screen.findByText('This period is handed off.')).toBeDefined();
    expect(note().value).toBe('mine');
  });
});
