import { describe, expect, it } from 'vitest';
import { effective, london, rulebook, shifts } from '../../testing/fixtures.ts';
import { instant } from '../../time/units.ts';
import { pair } from '../pair/pair.ts';
import { round } from './round.ts';

const NOT_HELD = { start: null, end: null };
const quarter = rulebook({
  rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
});

function roundedMinutes(start: string, end: string, rules = quarter) {
  const punches = shifts([`2026-10-19 ${start}`, `2026-10-19 ${end}`]);
  const [shift] = pair(effective(punches), () => rules.pairing, null);
  const [spell] = round(shift!, NOT_HELD, rules.rounding, london, instant(0));
  return [(spell!.start - punches[0]!.at) / 60, (spell!.end - punches[1]!.at) / 60];
}

describe('rounding', () => {
  // Source: US DOL Fact Sheet 53 and 29 CFR 785.48(b), recalled from memory.
  it.each([1, 2, 3, 4, 5, 6, 7])('%i minutes past the quarter go down', (minute) => {
    expect(roundedMinutes(`08:0${minute}`, '17:00')[0]).toBe(-minute);
  });
  it.each([8, 9, 10, 11, 12, 13, 14])('%i minutes past the quarter go up', (minute) => {
    expect(roundedMinutes(`08:${String(minute).padStart(2, '0')}`, '17:00')[0]).toBe(15 - minute);
  });
  it('turns over to the second: 8:07:59 down, 8:08:00 up', () => {
    expect(roundedMinutes('08:07:59', '17:00')[0]).toBeCloseTo(-479 / 60);
    expect(roundedMinutes('08:08:00', '17:00')[0]).toBe(7);
  });
  it('goes up and down by any whole number of minutes, by kind of punch', () => {
    const rules = rulebook({
      rounding: [
        { kinds: ['in'], minutes: 6, toward: 'up' },
        { kinds: ['out'], minutes: 10, toward: 'down' },
      ],
    });
    expect(roundedMinutes('08:01', '17:09', rules)).toEqual([5, -9]);
    expect(roundedMinutes('08:00', '17:10', rules)).toEqual([0, 0]);
  });
  it('never lets two spells overlap', () => {
    const rules = rulebook({
      rounding: [
        { kinds: ['in'], minutes: 15, toward: 'down' },
        { kinds: ['out'], minutes: 15, toward: 'up' },
      ],
    });
    const punches = shifts(
      ['2026-10-19 08:00', '2026-10-19 12:05'],
      ['2026-10-19 12:12', '2026-10-19 17:00'],
    );
    const [shift] = pair(effective(punches), () => rules.pairing, null);
    const [first, second] = round(shift!, NOT_HELD, rules.rounding, london, instant(0));
    expect(second!.start).toBe(first!.end);
  });
});
