// @vitest-environment jsdom
import type { CardReply, CorrectionView } from '@heath/contract';
import { instantFromIso, workdayFromIso } from '@heath/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../testing/app.tsx';
import { cardOf } from '../../testing/samples.ts';
import { History } from './History.tsx';

const correction = (id: number, more: Partial<CorrectionView> = {}): CorrectionView => ({
  id,
  kind: 'add',
  says: { at: instantFromIso('2026-10-28T17:00:00Z') + id * 60, punchKind: 'out' },
  workday: workdayFromIso('2026-10-28'),
  punch: null,
  note: '',
  by: 'Odile Fell',
  madeAt: '2026-11-02T09:00:00Z',
  payableBeforeHours: 0,
  payableAfterHours: 90_000,
  undoes: null,
  undone: false,
  ...more,
});
const cardWith = (corrections: readonly CorrectionView[]) =>
  ({
    ...cardOf(11),
    corrections,
    offsets: { zone: 'UTC', starts: [0], offsets: [0] },
  }) as unknown as CardReply;
const user = userEvent.setup();

describe('the history of a card', () => {
  it('tells the newest first, with who, what it paid, and why', () => {
    const made = [correction(1), correction(2, { note: 'seen by the watch', by: 'May Oakley' })];
    show(<History card={cardWith(made)} onUndo={null} />);
    const told = screen.getByRole('region', { name: 'History' }).textContent ?? '';
    expect(told).toMatch(
      /Wed 28 Oct Out 17:02 added by May Oakley.*payable 0\.00 → 1\.00 · “seen by the watch”.*Out 17:01/s,
    );
    // Nobody who only looks can take one back.
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('says who took one back, and offers that for those that hold', async () => {
    const onUndo = vi.fn();
    const made = [
      correction(1, { undone: true }),
      correction(2, { kind: 'undo', says: {}, undoes: 1, by: 'May Oakley' }),
      correction(3),
    ];
    show(<History card={cardWith(made)} onUndo={onUndo} />);
    expect(screen.getByText('Undone by May Oakley')).toBeDefined();
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(onUndo).toHaveBeenCalledWith(3);
  });

  it('of a card that was corrected often begins with ten, and has the rest when it is asked for', async () => {
    const many = Array.from({ length: 240 }, (_, i) => correction(i + 1));
    show(<History card={cardWith(many)} onUndo={null} />);
    expect(screen.getAllByText(/ added by /)).toHaveLength(10);
    await user.click(screen.getByRole('button', { name: 'All 240' }));
    expect(screen.getAllByText(/ added by /)).toHaveLength(240);
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('is nothing where nothing was corrected', () => {
    show(<History card={cardWith([])} onUndo={null} />);
    expect(screen.queryByRole('region')).toBeNull();
  });
});
