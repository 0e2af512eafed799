import { describe, expect, it } from 'vitest';
import type { Punch } from './model/punch.ts';
import { computeFor, hoursByClass, punch, rulebook } from './testing/fixtures.ts';
import { instantFromIso, instantToIso, workdayToIso } from './time/units.ts';

const utc = (text: string) => instantFromIso(`${text.replace(' ', 'T')}:00Z`);
/** Instants in UTC, since the wall clock shows some times twice. */
const worked = (from: string, to: string): Punch[] => [
  punch('in', '2026-10-01 00:00', { at: utc(from) }),
  punch('out', '2026-10-01 00:00', { at: utc(to) }),
];
const AUTUMN = { first: '2026-10-24', last: '2026-10-25' };
const SPRING = { first: '2026-03-28', last: '2026-03-29' };

describe('where clocks change, in Europe/London', () => {
  const meal = rulebook({
    breaks: {
      paidUpTo: 'PT0S',
      automaticMeal: {
        tiers: [{ after: 'PT6H', compare: 'more than', take: 'PT30M' }],
        besidePunched: 'skip',
        placed: { at: 'clock time', time: '04:00' },
      },
    },
  });

  it.each([
    ['autumn', '2026-10-24 21:00', '2026-10-25 06:00', AUTUMN, '2026-10-25T04:00:00Z'],
    ['spring', '2026-03-28 22:00', '2026-03-29 05:30', SPRING, '2026-03-29T03:00:00Z'],
  ] as const)(
    'an automatic meal at 04:00 lies at 04:00 on the wall in %s',
    (_name, from, to, span, expected) => {
      const { shifts } = computeFor(worked(from, to), meal, span);
      expect(instantToIso(shifts[0]!.breaks.unpaid[0]!.start)).toBe(expected);
    },
  );

  it.each([
    ['00:30', '01:30', 1.5],
    ['01:00', '02:00', 2],
    ['01:30', '03:00', 2],
    ['01:15', '01:45', 1],
    ['22:00', '01:30', 4],
  ])('a premium from %s to %s pays what the wall clock shows, both times: %f h', (from, to, hours) => {
    const premiums = [{ name: 'Night', from, to }];
    // 22:00 to 06:00 on the wall, nine hours.
    const computed = computeFor(
      worked('2026-10-24 21:00', '2026-10-25 06:00'),
      rulebook({ premiums }),
      AUTUMN,
    );
    expect(hoursByClass(computed)).toEqual({ ordinary: 9, 'premium:Night': hours });
  });

  it.each(['day it starts', 'split at the line'] as const)(
    'a workday line at 01:30 is its first showing, for "%s"',
    (shiftBelongsTo) => {
      const rules = rulebook({ workday: { startsAt: '01:30', shiftBelongsTo } });
      // From 01:10, the second time, to 05:10: the line was passed at the first 01:30.
      const { lines } = computeFor(worked('2026-10-25 01:10', '2026-10-25 05:10'), rules, AUTUMN);
      expect(lines.map(({ workday, seconds }) => [workdayToIso(workday), seconds])).toEqual([
        ['2026-10-25', 4 * 3600],
      ]);
    },
  );
});
