// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import '../../testing/app.tsx';
import { say } from '../notices/notices.ts';
import { useLater } from './useLater.ts';

vi.mock('../notices/notices.ts', () => ({ say: vi.fn() }));

describe('a part that is fetched later', () => {
  it('is fetched when it is first asked for, and once', async () => {
    const load = vi.fn(async () => 'the part');
    const { result } = renderHook(() => useLater(load));
    expect(result.current.part).toBeNull();
    expect(load).not.toHaveBeenCalled();
    await act(async () => {
      result.current.ask();
      result.current.ask();
    });
    expect(result.current.part).toBe('the part');
    await act(async () => result.current.ask());
    expect(load).toHaveBeenCalledTimes(1);
  });

  it('says so where it cannot be fetched, and is fetched when it is asked for again', async () => {
    const load = vi.fn<() => Promise<string>>().mockRejectedValueOnce(new Error('offline'));
    load.mockResolvedValueOnce('the part');
    const { result } = renderHook(() => useLater(load));
    await act(async () => result.current.ask());
    expect(result.current.part).toBeNull();
    expect(say).toHaveBeenCalledWith(expect.stringContaining('cannot be reached'));
    await act(async () => result.current.ask());
    expect(result.current.part).toBe('the part');
  });
});
