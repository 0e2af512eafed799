// @vitest-environment jsdom
import type { CardRow } from '@heath/contract';
import type { PersonId } from '@heath/core';
import { act } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { answering, show } from '../../testing/app.tsx';
import { nearTo, useNearCards } from './useNearCards.ts';

const row = (personId: number, toSettle = 0): CardRow => ({
  personId: personId as PersonId,
  number: `MF-${personId}`,
  name: `Person ${personId}`,
  department: 'Stores',
  groupId: 1,
  payableHours: 0,
  toSettle,
  marks: '',
  approval: 'none',
});
const ROWS = [row(1), row(2), row(3), row(4, 1), row(5, 2)];
const near = (rows: readonly CardRow[], open: CardRow | undefined) =>
  nearTo(rows, open).map(({ personId }) => personId);

function Open({ at }: { at: number }) {
  useNearCards(2, ROWS, ROWS[at]);
  return null;
}

describe('the cards one key away', () => {
  it('are the next, the one before, and the next with something to settle', () => {
    expect(near(ROWS, ROWS[1])).toEqual([3, 1, 4]);
    expect(near(ROWS, ROWS[0])).toEqual([2, 4]);
  });
  it('are each named once, and none where there is none', () => {
    expect(near(ROWS, ROWS[2])).toEqual([4, 2]);
    expect(near(ROWS, ROWS[4])).toEqual([4]);
    expect(near([row(1)], row(1))).toEqual([]);
    expect(near([], undefined)).toEqual([]);
  });

  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });
  it('are fetched by whoever stays, and not by whoever walks on', async () => {
    const asked = answering(() => undefined);
    const at = (index: number) => <Open at={index} />;
    const { unmount } = show(at(0));
    await act(() => vi.advanceTimersByTimeAsync(40));
    unmount();
    show(at(1));
    await act(() => vi.advanceTimersByTimeAsync(200));
    expect(asked.map(({ path }) => path)).toEqual([
      '/periods/2/cards/3',
      '/periods/2/cards/1',
      '/periods/2/cards/4',
    ]);
  });
});
