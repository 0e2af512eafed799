import { describe, expect, it } from 'vitest';
import type { Rulebook } from '../../rulebook/schema.ts';
import { computeFor, rulebook, shifts } from '../../testing/fixtures.ts';
import { workdayToIso } from '../../time/units.ts';

type Rule = Rulebook['workday']['shiftBelongsTo'];
const days = (shiftBelongsTo: Rule, start: string, end: string, startsAt = '00:00') =>
  computeFor(shifts([start, end]), rulebook({ workday: { startsAt, shiftBelongsTo } })).lines.map((line) => [
    workdayToIso(line.workday),
    line.hours / 900,
  ]);

describe('the workday of a shift across the line', () => {
  const [start, end] = ['2026-10-20 22:00', '2026-10-21 06:00'] as const;
  it.each([
    ['day it starts', [['2026-10-20', 800]]],
    ['day it ends', [['2026-10-21', 800]]],
    ['day of its larger part', [['2026-10-21', 800]]],
    [
      'split at the line',
      [
        ['2026-10-20', 200],
        ['2026-10-21', 600],
      ],
    ],
  ] as const)('%s', (rule, expected) => {
    expect(days(rule, start, end)).toEqual(expected);
  });

  it('the earlier day where both parts are equal', () => {
    expect(days('day of its larger part', '2026-10-20 20:00', '2026-10-21 04:00')).toEqual([
      ['2026-10-20', 800],
    ]);
  });

  it('a shift that ends on the line belongs to the day before it', () => {
    expect(days('day it ends', '2026-10-20 16:00', '2026-10-21 00:00')).toEqual([['2026-10-20', 800]]);
  });

  it('the line may lie elsewhere: at 06:00 the whole night is one day', () => {
    expect(days('split at the line', start, end, '06:00')).toEqual([['2026-10-20', 800]]);
  });

  it('the night the clocks go back is nine hours: two before midnight, seven after (IANA tz database)', () => {
    expect(days('split at the line', '2026-10-24 22:00', '2026-10-25 06:00')).toEqual([
      ['2026-10-24', 200],
      ['2026-10-25', 700],
    ]);
  });

  it('08:00 to 14:00 of the next day is 30 hours where so long a spell is allowed (common practice, no source)', () => {
    const pairing = { repeatWindow: 'PT2M', longestSpell: 'PT36H', shiftGap: 'PT4H' };
    const { shifts: computed } = computeFor(
      shifts(['2026-10-20 08:00', '2026-10-21 14:00']),
      rulebook({ pairing }),
    );
    expect(computed[0]!.payableSeconds / 3600).toBe(30);
  });
});
