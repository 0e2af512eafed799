// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../testing/app.tsx';
import { BareCheckbox } from '../controls/Checkbox.tsx';
import { useKey } from './keys.ts';

function Part({ take, other }: { take: () => void; other: () => void }) {
  useKey({ press: 'Enter', does: 'Take' }, take);
  return (
    <>
      <button type="button" onClick={other}>
        Other
      </button>
      <BareCheckbox label="Box" checked={false} onChange={() => {}} />
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

  it('is the screen’s again where a button was clicked, whatever the browser holds for visible', async () => {
    const [take, other] = [vi.fn(), vi.fn()];
    show(<Part take={take} other={other} />);
    await userEvent.click(screen.getByRole('button', { name: 'Other' }));
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Other' }));
    await userEvent.keyboard('{Enter}');
    expect([take.mock.calls.length, other.mock.calls.length]).toEqual([1, 1]);
  });
});
