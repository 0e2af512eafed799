// @vitest-environment jsdom
import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import '../testing/app.tsx';

type Notices = typeof import('./notices.ts');
let notices: Notices;
beforeEach(async () => {
  vi.resetModules();
  document.body.innerHTML = '';
  notices = await import('./notices.ts');
});
afterEach(() => {
  vi.doUnmock('./toasts.tsx');
  vi.useRealTimers();
});
const told = () => screen.findByRole('listitem');

describe('what was done', () => {
  it('is said in one place, the last of it alone', async () => {
    notices.say('Settled Wed 28 Oct');
    expect((await told()).textContent).toContain('Settled Wed 28 Oct');
    notices.say('Undone.');
    await waitFor(() =>
      expect(screen.getAllByRole('listitem').map((one) => one.textContent)).toEqual(['Undone.']),
    );
  });

  it('is undone by the button beside it, once', async () => {
    const undo = vi.fn();
    notices.sayWithUndo('Settled Wed 28 Oct', undo, 'U');
    await userEvent.click(await screen.findByRole('button', { name: 'Undo U' }));
    expect(undo).toHaveBeenCalledTimes(1);
    // What was said of it is no longer to be undone.
    await act(() => notices.undoLastSaid());
    expect(undo).toHaveBeenCalledTimes(1);
  });

  it('is undone by the key, while it is in sight', async () => {
    const [first, second] = [vi.fn(), vi.fn()];
    notices.sayWithUndo('The first', first);
    notices.sayWithUndo('The second', second);
    await act(() => notices.undoLastSaid());
    expect([first.mock.calls.length, second.mock.calls.length]).toEqual([0, 1]);
  });

  it('is not undone by the key once it is out of sight', async () => {
    const undo = vi.fn();
    notices.sayWithUndo('Settled', undo);
    const later = Date.now() + 9000;
    vi.spyOn(Date, 'now').mockReturnValue(later);
    await act(() => notices.undoLastSaid());
    expect(undo).not.toHaveBeenCalled();
    await waitFor(() => expect(screen.getByRole('listitem').textContent).toContain('nothing to undo'));
  });

  it('is said also where what draws notices cannot be fetched', async () => {
    vi.doMock('./toasts.tsx', () => {
      throw new Error('offline');
    });
    notices.say('Heath cannot be reached.');
    expect((await screen.findByRole('status')).textContent).toBe('Heath cannot be reached.');
    const undo = vi.fn();
    notices.sayWithUndo('Settled', undo);
    await notices.undoLastSaid();
    expect(undo).toHaveBeenCalledTimes(1);
  });
});
