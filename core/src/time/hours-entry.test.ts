import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readHoursEntry } from './hours-entry.ts';

const minutes = (text: string) => {
  const read = readHoursEntry(text);
  return read.ok ? read.seconds / 60 : read.reason;
};

describe('hours as people type them', () => {
  it.each([
    ['8', 480],
    ['8.5', 510],
    ['8,5', 510],
    ['8.5 h', 510],
    ['.75', 45],
    ['8h', 480],
    ['8:30', 510],
    ['8:05', 485],
    ['0:06', 6],
    ['8h30', 510],
    ['8 h 30 m', 510],
    ['8 hours 30 min', 510],
    ['45m', 45],
    ['45 min', 45],
    ['90m', 90],
    [' 7.25 ', 435],
    ['8.30', 498],
    ['8:60', 'too-many-minutes'],
    ['8h75', 'too-many-minutes'],
    ['', 'not-hours'],
    ['h', 'not-hours'],
    ['.', 'not-hours'],
    ['-2', 'not-hours'],
    ['8:3o', 'not-hours'],
    ['eight', 'not-hours'],
    ['8.5:30', 'not-hours'],
  ])('%j', (text, means) => expect(minutes(text)).toBe(means));

  it('are the same by the clock, in words and as decimals', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9999 }), fc.integer({ min: 0, max: 59 }), (hours, rest) => {
        const means = hours * 60 + rest;
        expect(minutes(`${hours}:${String(rest).padStart(2, '0')}`)).toBe(means);
        expect(minutes(`${hours}h${rest}`)).toBe(means);
        expect(minutes(`${hours} h ${rest} m`)).toBe(means);
        // Four decimals are a third of a second.
        const decimal = minutes((means / 60).toFixed(4));
        expect(Math.abs(Number(decimal) - means)).toBeLessThan(0.02);
      }),
    );
  });
});
