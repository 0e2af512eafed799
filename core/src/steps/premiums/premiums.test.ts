import { describe, expect, it } from 'vitest';
import { computeFor, punch, rulebook, shifts } from '../../testing/fixtures.ts';

const night = rulebook({ premiums: [{ name: 'Night', from: '22:00', to: '06:00' }] });
const hours = (punches: ReturnType<typeof shifts>, rules = night) =>
  computeFor(punches, rules)
    .lines.filter((line) => line.classId.startsWith('premium:'))
    .map((line) => [line.classId, line.seconds / 3600]);

describe('premiums', () => {
  it('pays the hours inside a window that crosses midnight', () => {
    expect(hours(shifts(['2026-10-20 18:00', '2026-10-21 02:00']))).toEqual([['premium:Night', 4]]);
    expect(hours(shifts(['2026-10-20 04:30', '2026-10-20 12:00']))).toEqual([['premium:Night', 1.5]]);
    expect(hours(shifts(['2026-10-20 06:00', '2026-10-20 14:00']))).toEqual([]);
  });

  it('pays nine hours in the night the clocks go back', () => {
    expect(hours(shifts(['2026-10-24 21:00', '2026-10-25 07:00']))).toEqual([['premium:Night', 9]]);
  });

  it('lies within payable time: a meal is taken out', () => {
    const punches = [
      punch('in', '2026-10-20 22:00'),
      punch('meal-out', '2026-10-21 02:00'),
      punch('meal-in', '2026-10-21 02:30'),
      punch('out', '2026-10-21 06:00'),
    ];
    expect(hours(punches)).toEqual([['premium:Night', 7.5]]);
  });

  it('stands beside the class and is not added to payable hours', () => {
    const { lines } = computeFor(shifts(['2026-10-20 22:00', '2026-10-21 06:00']), night);
    expect(lines.map((line) => [line.classId, line.hours])).toEqual([
      ['ordinary', 8 * 90_000],
      ['premium:Night', 8 * 90_000],
    ]);
  });

  it('overlapping premiums are each paid', () => {
    const both = rulebook({
      premiums: [
        { name: 'Night', from: '22:00', to: '06:00' },
        { name: 'Dawn', from: '05:00', to: '07:00' },
      ],
    });
    expect(hours(shifts(['2026-10-20 04:00', '2026-10-20 08:00']), both)).toEqual([
      ['premium:Dawn', 2],
      ['premium:Night', 2],
    ]);
  });
});
