// @vitest-environment jsdom
import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import '../../testing/app.tsx';
import type { Done } from './notices.ts';

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

  /** What can be undone and done again without end; keeps in which order. */
  const undoable = (text: string, kept: string[]): Done => ({
    text,
    undo: async () => {
      kept.push(text);
      return undoable(text, kept);
    },
  });

  it('is undone by the button beside it, once', async () => {
    const kept: string[] = [];
    notices.sayDone(undoable('Settled Wed 28 Oct', kept));
    await userEvent.click(await screen.findByRole('button', { name: /^Undo/ }));
    expect(kept).toEqual(['Settled Wed 28 Oct']);
    await act(() => notices.undoLast());
    expect(kept).toHaveLength(1);
    expect(await screen.findByText(/nothing to undo/)).toBeDefined();
  });

  it('is undone and done again by keys, the last first, however long ago', async () => {
    const kept: string[] = [];
    notices.sayDone(undoable('first', kept));
    notices.sayDone(undoable('second', kept));
    await act(() => notices.undoLast());
    await act(() => notices.undoLast());
    expect(kept).toEqual(['second', 'first']);
    await act(() => notices.redoLast());
    expect(kept).toEqual(['second', 'first', 'first']);
    expect(await screen.findByText('Done again: first')).toBeDefined();
    await act(() => notices.redoLast());
    await act(() => notices.undoLast());
    expect(kept).toEqual(['second', 'first', 'first', 'second', 'second']);
  });

  it('is not done again once something else was done', async () => {
    const kept: string[] = [];
    notices.sayDone(undoable('first', kept));
    await act(() => notices.undoLast());
    notices.sayDone(undoable('other', kept));
    await act(() => notices.redoLast());
    expect(kept).toEqual(['first']);
  });

  it('that could not be undone is not offered to be done again', async () => {
    const undo = vi.fn(async () => null);
    notices.sayDone({ text: 'Settled', undo });
    await act(() => notices.undoLast());
    await act(() => notices.redoLast());
    expect(undo).toHaveBeenCalledTimes(1);
  });

  it('is said also where what draws notices cannot be fetched', async () => {
    vi.doMock('./toasts.tsx', () => {
      throw new Error('offline');
    });
    notices.say('Heath cannot be reached.');
    expect((await screen.findByRole('status')).textContent).toBe('Heath cannot be reached.');
    const undo = vi.fn(async () => null);
    notices.sayDone({ text: 'Settled', undo });
    await notices.undoLast();
    expect(undo).toHaveBeenCalledTimes(1);
  });
});
