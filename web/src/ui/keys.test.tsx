// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../testing/app.tsx';
import { useKey } from './keys.ts';

function Part({ take, other }: { take: () => void; other: () => void }) {
  useKey({ press: 'Enter', does: 'Take' }, take);
  return (
    <>
      <button type="button" onClick={other}>
        Other
      </button>
      <button type="button" role="checkbox" aria-checked="false">
        Box
      </button>
    </>
  );
}

describe('Enter', () => {
  it('is the screen’s, but of a button that the keyboard led to', async () => {
    const [take, other] = [vi.fn(), vi.fn()];
    show(<Part take={take} other={other} />);
    await userEvent.keyboard('{Enter}');
    expect([take.mock.calls.length, other.mock.calls.length]).toEqual([1, 0]);
    await userEvent.tab();
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Other' }));
    await userEvent.keyboard('{Enter}');
    expect([take.mock.calls.length, other.mock.calls.length]).toEqual([1, 1]);
    await userEvent.tab();
    await userEvent.keyboard('{Enter}');
    expect([take.mock.calls.length, other.mock.calls.length]).toEqual([2, 1]);
  });
});
