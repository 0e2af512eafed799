import { describe, expect, it } from 'vitest';
import { at, london } from '../testing/fixtures.ts';
import { readTimeEntry } from './time-entry.ts';

const after = at('2026-10-27 22:06');
const read = (text: string, direction: 'after' | 'before' = 'after', beside = after) => {
  const entry = readTimeEntry(text, beside, direction, london);
  return entry.ok ? entry.at : entry.reason;
};

describe('typed times', () => {
  it.each([
    ['6:05', '2026-10-28 06:05'],
    ['0605', '2026-10-28 06:05'],
    ['605', '2026-10-28 06:05'],
    ['6', '2026-10-28 06:00'],
    ['5p', '2026-10-28 17:00'],
    ['17', '2026-10-28 17:00'],
    ['1705', '2026-10-28 17:05'],
    ['5:05 pm', '2026-10-28 17:05'],
    ['12a', '2026-10-28 00:00'],
    ['22:30', '2026-10-27 22:30'],
    ['17:05:30', '2026-10-28 17:05:30'],
  ])('%s after 22:06 is %s', (text, expected) => {
    expect(read(text)).toBe(at(expected));
  });
  it('before a punch it is the time before it', () => {
    expect(read('21', 'before')).toBe(at('2026-10-27 21:00'));
    expect(read('23', 'before')).toBe(at('2026-10-26 23:00'));
  });
  it('+30 and -30 count minutes from the punch', () => {
    expect(read('+30')).toBe(after + 1800);
    expect(read('-30', 'before')).toBe(after - 1800);
  });
  it('in the doubled hour the time nearer to the punch is meant', () => {
    expect(read('1:30', 'after', at('2026-10-24 22:00'))).toBe(at('2026-10-25 01:30'));
    expect(read('1:30', 'before', at('2026-10-25 06:00'))).toBe(at('2026-10-25 01:30*'));
  });
  it('a skipped time is said to be skipped', () => {
    expect(read('1:30', 'after', at('2026-03-28 22:00'))).toBe('skipped-hour');
  });
  it.each(['', '25', '8.30', '13pm', '6:75', 'noon', '-'])('%j is not a time', (text) => {
    expect(read(text)).toBe('not-a-time');
  });
});
