// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import '../../testing/app.tsx';
import { readDraft, useDraft } from './useDraft.ts';

const EMPTY = { time: '', note: '' };
const draftOf = (about: string) => renderHook(() => useDraft(about, EMPTY)).result;

describe('what was typed and not taken', () => {
  it('is there again after a reload, for what it was typed about alone', () => {
    const first = draftOf('missing-out:1');
    act(() => first.current.type({ note: 'seen by the watch' }));
    act(() => first.current.type({ time: '17:05' }));
    expect(draftOf('missing-out:1').current.draft).toEqual({ time: '17:05', note: 'seen by the watch' });
    expect(draftOf('missing-out:2').current.draft).toEqual(EMPTY);
  });

  it('is gone once it was taken, and once it was taken out again', () => {
    const one = draftOf('missing-out:1');
    act(() => one.current.type({ note: 'x' }));
    act(() => one.current.forget());
    expect(draftOf('missing-out:1').current.draft).toEqual(EMPTY);
    act(() => one.current.type({ note: 'y' }));
    act(() => one.current.type({ note: '' }));
    expect(sessionStorage).toHaveLength(0);
  });

  it.each([
    [null, EMPTY],
    ['{"note":"x"}', { time: '', note: 'x' }],
    ['{"note":7,"time":"5p","other":"y"}', { time: '5p', note: '' }],
    ['null', EMPTY],
    ['"text"', EMPTY],
    ['{broken', EMPTY],
  ])('is read from %j whatever stands there', (kept, draft) => {
    expect(readDraft(kept, EMPTY)).toEqual(draft);
  });
});
