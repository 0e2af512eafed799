// @vitest-environment jsdom
import { act, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import '../../testing/app.tsx';
import { NotYet } from './NotYet.tsx';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});
const problem = { status: 409, data: { type: 'busy', title: 'Others are using it just now.', status: 409 } };

describe('what has not come', () => {
  it('needs no word while it comes at once, and then says that it is on its way', () => {
    render(<NotYet what="the pay codes" error={undefined} again={() => {}} />);
    expect(screen.getByRole('main').getAttribute('aria-busy')).toBe('true');
    expect(screen.getByRole('status').textContent).toBe('');
    act(() => vi.advanceTimersByTime(250));
    expect(screen.getByRole('status').textContent).toBe('');
    act(() => vi.advanceTimersByTime(100));
    expect(screen.getByRole('status').textContent).toBe('Fetching the pay codes…');
  });

  it('says why it cannot be shown, and asks again', () => {
    const again = vi.fn();
    render(<NotYet what="the pay codes" error={problem} again={again} />);
    expect(screen.getByRole('heading').textContent).toBe('The pay codes cannot be shown');
    expect(screen.getByText(/^Others are using it/)).toBeDefined();
    act(() => screen.getByRole('button', { name: 'Try again' }).click());
    expect(again).toHaveBeenCalledTimes(1);
  });

  it('is one heading of a screen, and none of a part beside others', () => {
    const { rerender } = render(<NotYet what="x" error={undefined} again={() => {}} />);
    act(() => vi.advanceTimersByTime(400));
    expect(screen.getAllByRole('heading', { level: 1 })).toHaveLength(1);
    rerender(<NotYet what="x" error={undefined} again={() => {}} place="part" />);
    act(() => vi.advanceTimersByTime(400));
    expect(screen.queryByRole('heading')).toBeNull();
    expect(screen.queryByRole('main')).toBeNull();
  });

  it('that no server answered for says that nothing typed is lost', () => {
    render(<NotYet what="x" error={{ status: 'FETCH_ERROR', error: 'x' }} again={() => {}} />);
    expect(screen.getByText(/^Heath cannot be reached\. What you typed is still here/)).toBeDefined();
  });
});
