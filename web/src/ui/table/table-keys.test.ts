import { describe, expect, it } from 'vitest';
import { asked } from './table-keys.ts';

const press = (keys: string, picks = true) => {
  const parts = keys.split('+');
  const key = parts.at(-1) ?? '';
  return asked(
    {
      key: key === 'Space' ? ' ' : key,
      shiftKey: parts.includes('Shift'),
      ctrlKey: parts.includes('Ctrl'),
      metaKey: false,
    },
    5,
    100,
    picks,
  );
};

describe('keys of a table', () => {
  it.each([
    ['ArrowDown', { to: 6, range: false }],
    ['ArrowUp', { to: 4, range: false }],
    ['Shift+ArrowDown', { to: 6, range: true }],
    ['PageDown', { to: 25, range: false }],
    ['Home', { to: 0, range: false }],
    ['Shift+End', { to: 99, range: true }],
    ['Space', { toggle: 5 }],
    ['Ctrl+a', { all: true }],
    ['Escape', { none: true }],
    ['Ctrl+c', 'copy'],
    ['Enter', 'open'],
    ['c', null],
    ['Ctrl+b', null],
    ['Tab', null],
  ])('%s', (keys, means) => expect(press(keys)).toEqual(means));

  it('only go from row to row where rows cannot be picked', () => {
    expect(press('Shift+ArrowDown', false)).toEqual({ to: 6, range: false });
    expect([press('Space', false), press('Ctrl+a', false), press('Escape', false)]).toEqual([
      null,
      null,
      null,
    ]);
    expect(press('Ctrl+c', false)).toBe('copy');
  });
});
