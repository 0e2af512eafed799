// @vitest-environment jsdom
import type { CardReply } from '@heath/contract';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Asked, answering, ok, show } from '../../testing/app.tsx';
import { cardOf, SPECIALIST } from '../../testing/samples.ts';
import { Approval } from './Approval.tsx';
import { isToApprove, shownIn } from './rows.ts';

const ID = { periodId: 2, personId: 11 };
const by = (name: string, stands: boolean, payableHours: number | null = 7_200_000) => ({
  by: name,
  madeAt: '2026-11-02T09:00:00Z',
  stands,
  payableHours,
});
const card = (approval: string, approvals: object[] = [], row: object = {}) => {
  const one = cardOf(11);
  return { ...one, row: { ...one.row, approval, ...row }, approvals } as unknown as CardReply;
};
const server = (asked: Asked) => {
  if (asked.path === '/session') return ok(SPECIALIST);
  if (asked.path.endsWith('/withdraw')) return ok({ withdrawn: [11], left: [] });
  if (asked.path.endsWith('/approvals')) return ok({ approved: [11], left: [] });
  return undefined;
};
const posts = (asked: Asked[]) =>
  asked.filter(({ method }) => method === 'POST').map(({ path, body }) => [path, body]);
const user = userEvent.setup();

describe('approving a card', () => {
  it('is done by its key, and taken back by the button of what was said', async () => {
    const asked = answering(server);
    show(<Approval id={ID} card={card('none')} />);
    await screen.findByRole('button', { name: /^Approve/ });
    await user.keyboard('a');
    await waitFor(() => expect(posts(asked)).toEqual([['/periods/2/approvals', { people: [11] }]]));
    await user.click(await screen.findByRole('button', { name: /^Undo/ }));
    await waitFor(() =>
      expect(posts(asked).at(-1)).toEqual(['/periods/2/approvals/withdraw', { people: [11] }]),
    );
  });

  it('is not offered while something is to settle, of what is sealed, or of what one approved', async () => {
    answering(server);
    for (const one of [
      card('none', [], { toSettle: 1 }),
      { ...card('none'), sealed: true },
      card('waits', [by('Odile Fell', true)]),
    ]) {
      const { unmount, store } = show(<Approval id={ID} card={one} />);
      await waitFor(() => expect(Object.keys(store.getState().api.queries)).toHaveLength(1));
      await new Promise((resolve) => setTimeout(resolve, 20));
      expect(screen.queryByRole('button', { name: /^Approve/ })).toBeNull();
      unmount();
    }
  });

  it('says who stands for it, that one more must, and what changed since', async () => {
    answering(server);
    const { unmount } = show(<Approval id={ID} card={card('approved', [by('May', true), by('Jo', true)])} />);
    expect(screen.getByText(/^Approved by May and Jo, 2 Nov 2026/)).toBeDefined();
    unmount();
    const waiting = show(<Approval id={ID} card={card('waits', [by('May', true)])} />);
    expect(screen.getByText(/^May approved it.*somebody else must, too$/)).toBeDefined();
    waiting.unmount();
    show(<Approval id={ID} card={card('changed', [by('May', false, 7_110_000)])} />);
    expect(screen.getByText(/^Changed since May approved it.*: 79\.00 → 80\.00$/)).toBeDefined();
  });
});

it('those to approve have nothing to settle, are computed, and nobody stands for them as they are', () => {
  const row = { toSettle: 0, payableHours: 1, approval: 'none' };
  const is = (more: object) => isToApprove({ ...row, ...more } as Parameters<typeof isToApprove>[0]);
  expect([is({}), is({ approval: 'waits' }), is({ approval: 'changed' })]).toEqual([true, true, true]);
  expect([is({ approval: 'approved' }), is({ toSettle: 1 }), is({ payableHours: null })]).toEqual([
    false,
    false,
    false,
  ]);
  expect(['to-approve', 'to-settle', 'riddle', null].map(shownIn)).toEqual([
    'to-approve',
    'to-settle',
    'all',
    'all',
  ]);
});
