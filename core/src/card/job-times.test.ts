import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import type { PersonInput } from '../input/person.ts';
import type { JobId } from '../model/ids.ts';
import { cases } from '../testing/cases.ts';
import { inputFor, plan, punch, rulebook } from '../testing/fixtures.ts';
import { anyEditions, anyPerson, anyRound, names } from '../testing/random.ts';
import { editionsOf, inputOf, STRETCHES } from '../testing/random-input.ts';
import { type JobTime, jobTimes } from './job-times.ts';

const DAY = '2026-10-20';
const [mooring, galley] = [names.job('Mooring')!, names.job('Galley')!];
const MINUTE = 60;

const timesOf = (input: PersonInput) => jobTimes(compute(input), input);
/** In minutes: clocked, held, unpaid, rounding. */
const minutes = (times: readonly JobTime[]) =>
  Object.fromEntries(
    times.map(({ job, clockedSeconds, heldSeconds, unpaidSeconds, roundingSeconds }) => [
      job === mooring ? 'mooring' : job === galley ? 'galley' : 'none',
      [clockedSeconds, heldSeconds, unpaidSeconds, roundingSeconds].map((seconds) => seconds / MINUTE),
    ]),
  );

const day = (change: string, out: string) => [
  punch('in', `${DAY} 07:52`, { job: mooring }),
  punch('job-change', `${DAY} ${change}`, { job: galley }),
  punch('out', `${DAY} ${out}`),
];

describe('clocked time by job', () => {
  it('counts each stretch for its job, and a day of one job whole', () => {
    expect(minutes(timesOf(inputFor(day('12:00', '16:10'), rulebook())))).toEqual({
      mooring: [248, 0, 0, 0],
      galley: [250, 0, 0, 0],
    });
    const whole = [punch('in', `${DAY} 08:00`), punch('out', `${DAY} 16:00`)];
    expect(minutes(timesOf(inputFor(whole, rulebook())))).toEqual({ none: [480, 0, 0, 0] });
  });

  it('what is held to the plan counts for the job worked first, and last', () => {
    const rules = rulebook({ plan: { earlyIn: 'PT15M', lateOut: 'PT15M' } });
    const plans = [plan(DAY, `${DAY} 08:00`, `${DAY} 16:00`)];
    expect(minutes(timesOf(inputFor(day('12:00', '16:10'), rules, { plans })))).toEqual({
      mooring: [248, 8, 0, 0],
      galley: [250, 10, 0, 0],
    });
  });

  it('a meal counts for the job before it', () => {
    const punches = [
      punch('in', `${DAY} 08:00`, { job: mooring }),
      punch('meal-out', `${DAY} 12:00`),
      punch('meal-in', `${DAY} 12:30`, { job: galley }),
      punch('out', `${DAY} 16:00`),
    ];
    expect(minutes(timesOf(inputFor(punches, rulebook())))).toEqual({
      mooring: [270, 0, 30, 0],
      galley: [210, 0, 0, 0],
    });
  });

  it('what rounding a spell takes comes off its end, also where that is of another job than its beginning', () => {
    const rules = rulebook({ rounding: [{ of: 'spell', minutes: 15, toward: 'down' }] });
    // 7:52 to 16:10 is 8:18.
    expect(minutes(timesOf(inputFor(day('12:00', '16:10'), rules)))).toEqual({
      mooring: [248, 0, 0, 0],
      galley: [250, 0, 0, 3],
    });
  });

  it('of days of the card alone', () => {
    const input = inputFor(day('12:00', '16:10'), rulebook(), { first: '2026-10-21' });
    expect(timesOf(input)).toEqual([]);
  });
});

const NUMBERS = ['clockedSeconds', 'heldSeconds', 'unpaidSeconds', 'roundingSeconds'] as const;
const randomly = (check: (input: PersonInput) => void, numRuns: number) =>
  fc.assert(
    fc.property(
      anyEditions(60),
      fc.oneof(anyPerson(60), anyRound(60)),
      fc.constantFrom(...STRETCHES),
      (editions, person, stretch) => check(inputOf(editionsOf(editions, stretch), person, stretch)),
    ),
    { numRuns: cases(numRuns) },
  );

describe('clocked time by job, of random people', () => {
  it('adds up to the shifts, and what is left of a job is what is paid for it', () => {
    randomly((input) => {
      const computed = compute(input);
      const times = jobTimes(computed, input);
      const shifts = computed.shifts.filter(({ workday }) => workday >= input.first && workday <= input.last);
      for (const name of NUMBERS) {
        const sum = (all: readonly { readonly [K in typeof name]: number }[]) =>
          all.reduce((total, one) => total + one[name], 0);
        expect(sum(times)).toBe(sum(shifts));
      }
      const paid = new Map<JobId | null, number>();
      for (const { start, end, added, from } of computed.segments)
        if (
          shifts.some(
            ({ rounded }) => rounded.length > 0 && start >= rounded[0]!.start && end <= rounded.at(-1)!.end,
          )
        )
          paid.set(from.job, (paid.get(from.job) ?? 0) + end - start + added);
      for (const { job, clockedSeconds, heldSeconds, unpaidSeconds, roundingSeconds } of times) {
        expect(clockedSeconds - heldSeconds - unpaidSeconds - roundingSeconds).toBe(paid.get(job) ?? 0);
        paid.delete(job);
      }
      expect([...paid]).toEqual([]);
    }, 400);
  });

  it('minute by minute, where nothing is held or rounded: each minute is of the job paid then, or last before', () => {
    let several = 0;
    randomly((input) => {
      const computed = compute(input);
      const shifts = computed.shifts.filter(({ workday }) => workday >= input.first && workday <= input.last);
      fc.pre(
        shifts.every(
          ({ spells, rounded, totals }) =>
            totals.length === 0 &&
            spells.every(({ in: { at }, out }, i) => rounded[i]!.start === at && rounded[i]!.end === out.at),
        ),
      );
      const clocked = new Map<JobId | null, number>();
      for (const { spells, breaks } of shifts) {
        const [start, end] = [spells[0]?.in.at ?? 0, spells.at(-1)?.out.at ?? 0];
        const isIn = (at: number) => (one: { start: number; end: number }) => at >= one.start && at < one.end;
        const own = computed.segments.filter((one) => one.start >= start && one.end <= end);
        let job = own[0]?.from.job ?? spells[0]?.in.job ?? null;
        // What was not worked may lie before the first spell and after the last.
        const out = breaks.unpaid.filter(({ kind }) => kind === 'not-worked');
        const from = Math.min(start, ...out.map((gap) => gap.start));
        const to = Math.max(end, ...out.map((gap) => gap.end));
        for (let at = from; at < to; at += MINUTE) {
          if ((at < start || at >= end) && !out.some(isIn(at))) continue;
          job = own.find(isIn(at))?.from.job ?? (own.some(isIn(at)) ? null : job);
          const isAway = breaks.unpaid.some((gap) => gap.kind === 'away' && isIn(at)(gap));
          if (!isAway) clocked.set(job, (clocked.get(job) ?? 0) + MINUTE);
        }
      }
      if (clocked.size > 1) several++;
      const told = jobTimes(computed, input).filter(({ clockedSeconds }) => clockedSeconds !== 0);
      expect(new Map(told.map(({ job, clockedSeconds }) => [job, clockedSeconds]))).toEqual(clocked);
    }, 400);
    expect(several).toBeGreaterThan(0);
  });
});
