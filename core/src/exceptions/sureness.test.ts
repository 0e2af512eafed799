import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Proposal, ShiftTimes } from '../model/exception.ts';
import { at, computeFor, plan, punch, rulebook } from '../testing/fixtures.ts';
import { instant } from '../time/units.ts';
import { ranked, type Sureness, sureness } from './sureness.ts';

const LEVELS: readonly Sureness['level'][] = ['doubtful', 'likely', 'sure', 'certain'];

const proposalsOf = (plan: number | null, crew: number | null, habit: number | null): Proposal[] => [
  ...(plan === null ? [] : [{ at: instant(plan), from: 'plan' } as const]),
  ...(crew === null ? [] : [{ at: instant(crew), from: 'crew', people: 3 } as const]),
  ...(habit === null ? [] : [{ at: instant(habit), from: 'habit', days: 4 } as const]),
];
const minutes = fc.option(fc.integer({ min: 0, max: 90 }).map((minute) => minute * 60));
const some = fc
  .tuple(minutes, minutes, minutes)
  .map(([plan, crew, habit]) => proposalsOf(plan, crew, habit))
  .filter(({ length }) => length > 0);

describe('how sure a proposed time is', () => {
  it('two that agree and none that differs is certain; what stands alone is likely; against more than for is doubtful', () => {
    const level = (...times: [number | null, number | null, number | null]) => {
      const proposals = ranked(proposalsOf(...times));
      return sureness(proposals[0]!, proposals).level;
    };
    expect(level(0, 600, 300)).toBe('certain');
    expect(level(0, 600, null)).toBe('sure');
    expect(level(0, null, null)).toBe('likely');
    expect(level(0, 600, 5400)).toBe('likely');
    expect(level(0, 3600, null)).toBe('doubtful');
  });

  it('where the crew stayed longer than planned, the crew goes first; where they agree, the plan', () => {
    const first = (...times: [number, number, number | null]) => ranked(proposalsOf(...times))[0]!.from;
    expect(first(0, 6000, null)).toBe('crew');
    expect(first(0, 600, null)).toBe('plan');
    expect(first(0, 6000, 300)).toBe('plan');
    expect(first(0, 6000, 5700)).toBe('crew');
  });

  it('without any one of what speaks for the best, it is another or less sure', () => {
    fc.assert(
      fc.property(some, (proposals) => {
        const all = ranked(proposals);
        const best = all[0]!;
        const before = sureness(best, all);
        for (const removed of all) {
          const left = ranked(all.filter((one) => one !== removed));
          const after = left[0];
          if (after === undefined || after.from !== best.from) continue;
          const now = sureness(after, left);
          const spoke = Math.abs(removed.at - best.at) <= 15 * 60;
          // What spoke against it, once gone, leaves it surer.
          expect(Math.sign(now.agree - now.differ - (before.agree - before.differ))).toBe(spoke ? -1 : 1);
          const [is, was] = [LEVELS.indexOf(now.level), LEVELS.indexOf(before.level)];
          if (before.level !== 'doubtful' || !spoke) expect(spoke ? is < was : is >= was).toBe(true);
        }
      }),
    );
  });
});

describe('each evidence of a missing out is told by the time proposed', () => {
  const shift = (date: string, from: string, to: string): ShiftTimes => ({
    startsAt: at(`${date} ${from}`),
    endsAt: at(`${date} ${to}`),
  });
  const thursday = punch('in', '2026-10-22 08:04');
  const evidence = {
    plans: [plan('2026-10-22', '2026-10-22 08:00', '2026-10-22 16:00')],
    crew: ['15:55', '16:05', '16:06'].map((end) => shift('2026-10-22', '08:00', end)),
    earlier: ['2026-10-01', '2026-10-08', '2026-10-15'].map((date) => shift(date, '08:00', '16:02')),
  };
  const best = (known: Partial<typeof evidence>) => {
    const { proposals } = computeFor([thursday], rulebook(), known).exceptions[0]!;
    const [first] = proposals;
    return first === undefined ? null : { ...first, level: sureness(first, proposals).level };
  };

  it('taking one away changes the proposal or leaves it less sure', () => {
    const whole = best(evidence)!;
    expect(whole).toMatchObject({ from: 'plan', level: 'certain' });
    const { plans: _, ...withoutPlan } = evidence;
    const { crew: __, ...withoutCrew } = evidence;
    const { earlier: ___, ...withoutEarlier } = evidence;
    expect(best(withoutPlan)).toMatchObject({ from: 'crew', at: at('2026-10-22 16:05'), level: 'sure' });
    expect(best(withoutCrew)).toMatchObject({ from: 'plan', level: 'sure' });
    expect(best(withoutEarlier)).toMatchObject({ from: 'plan', level: 'sure' });
    expect(best({ plans: evidence.plans })).toMatchObject({ from: 'plan', level: 'likely' });
    expect(best({})).toBeNull();
  });

  it('what is usual is told by the same day of the week, where three of those are known', () => {
    const fridays = ['2026-10-16', '2026-10-09', '2026-10-02'].map((date) => shift(date, '08:00', '12:00'));
    const earlier = [...evidence.earlier, ...fridays];
    expect(best({ earlier })).toMatchObject({ from: 'habit', at: at('2026-10-22 16:02'), days: 3 });
    const fewer = [...evidence.earlier.slice(1), ...fridays];
    expect(best({ earlier: fewer })).toMatchObject({ from: 'habit', days: 5 });
  });
});

it('no time is proposed beyond the punch beside it: it would pair with that', () => {
  const plans = [plan('2026-10-22', '2026-10-22 08:00', '2026-10-22 16:00')];
  const twice = [
    punch('in', '2026-10-22 08:00'),
    punch('in', '2026-10-22 08:30'),
    punch('out', '2026-10-22 15:30'),
    punch('out', '2026-10-22 16:00'),
  ];
  const missing = computeFor(twice, rulebook(), { plans }).exceptions.filter(({ kind }) =>
    kind.startsWith('missing'),
  );
  expect(missing.map(({ kind, proposals }) => [kind, proposals])).toEqual([
    ['missing-out', []],
    ['missing-in', []],
  ]);
});
