/** Random people, rulebooks and weeks for property tests, on whole minutes or seconds. */
import fc from 'fast-check';
import type { Rulebook } from '../rulebook/schema.ts';

type Overtime = Rulebook['overtime'][number];
const minutes = (low: number, high: number, step = 1) =>
  fc.integer({ min: Math.ceil(low / step), max: Math.floor(high / step) }).map((n) => `PT${n * step}M`);
/** Any quarter of an hour; often one of the night, where clocks change. */
const clockTimes = fc
  .oneof(fc.integer({ min: 0, max: 95 }), fc.integer({ min: 3, max: 13 }))
  .map((n) => `${String(Math.floor(n / 4)).padStart(2, '0')}:${String((n % 4) * 15).padStart(2, '0')}`);
const weekdays = fc.subarray(
  ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const,
  { minLength: 1 },
);
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined, freq: 2 });

/** Without fields that are undefined: a rulebook is JSON. */
const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

export const JOBS = ['Mooring', 'Galley', 'Lamps'] as const;

const amountOf = (units: fc.Arbitrary<number>) =>
  fc.oneof(
    fc.record({ minutes: units, toward: fc.constantFrom('up', 'down') }),
    units
      .filter((unit) => unit > 1)
      .chain((unit) =>
        fc.record({
          minutes: fc.constant(unit),
          toward: fc.constant('nearest'),
          turnsAtMinute: fc.integer({ min: 1, max: unit - 1 }),
        }),
      ),
  ) as fc.Arbitrary<Pick<Rulebook['rounding'][number], 'minutes' | 'toward' | 'turnsAtMinute'>>;
/** Of a total, any number of minutes. */
const amount = amountOf(fc.integer({ min: 1, max: 60 }));
/** Of punches, one that divides an hour. */
const step = amountOf(fc.constantFrom(1, 2, 3, 4, 5, 6, 10, 12, 15, 20, 30, 60));

const rounding: fc.Arbitrary<Rulebook['rounding']> = fc
  .record({
    ins: maybe(step),
    outs: maybe(step),
    favor: fc.constantFrom(undefined, "person's favor" as const, "employer's favor" as const),
    total: maybe(fc.record({ of: fc.constantFrom('spell', 'shift', 'day'), rule: amount })),
  })
  .map(({ ins, outs, favor, total }) => [
    ...(favor !== undefined
      ? [{ kinds: ['in' as const, 'out' as const], minutes: 15, toward: favor }]
      : [
          ...(ins === undefined ? [] : [{ kinds: ['in' as const, 'meal-in' as const], ...ins }]),
          ...(outs === undefined ? [] : [{ kinds: ['out' as const, 'meal-out' as const], ...outs }]),
        ]),
    ...(total === undefined ? [] : [{ of: total.of as 'shift', ...total.rule }]),
  ]);

const breaks: fc.Arbitrary<Rulebook['breaks']> = fc.record({
  paidUpTo: minutes(0, 30, 5),
  allowance: maybe(minutes(5, 40, 5)),
  mealUnpaidFrom: maybe(minutes(5, 40, 5)),
  automaticMeal: maybe(
    fc.record({
      tiers: fc.constantFrom(
        [{ after: 'PT5H', compare: 'more than' as const, take: 'PT30M' }],
        [
          { after: 'PT6H', compare: 'at least' as const, take: 'PT30M' },
          { after: 'PT9H', compare: 'more than' as const, take: 'PT45M' },
        ],
        [{ after: 'PT1H', compare: 'more than' as const, take: 'PT20M' }],
      ),
      besidePunched: fc.constantFrom('skip' as const, 'top up' as const, 'take as well' as const),
      placed: fc.oneof(
        clockTimes.map((time) => ({ at: 'clock time' as const, time })),
        minutes(0, 360, 30).map((after) => ({ at: 'after work' as const, after })),
        fc.constant({ at: 'end' as const }),
      ),
    }),
  ),
  mealsDue: maybe(
    fc.constantFrom(
      [{ whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' }],
      [
        { whenWorkOver: 'PT4H', startsBy: 'PT3H', least: 'PT20M' },
        { whenWorkOver: 'PT8H', startsBy: 'PT6H', least: 'PT20M' },
      ],
    ),
  ),
});

const kinds = fc.record({
  weekdays: maybe(weekdays),
  holidays: fc.constantFrom(undefined, 'only' as const, 'never' as const),
  restDays: fc.constantFrom(undefined, undefined, 'never' as const),
});

const tiers = fc
  .record({
    above: fc.constantFrom('PT0S', 'PT2H', 'PT4H', 'PT7H30M', 'PT10H', 'PT16H', 'PT24H'),
    first: fc.constantFrom(1.25, 1.5, 1.75),
    next: maybe(fc.constantFrom('PT1H', 'PT90M', 'PT2H')),
    second: maybe(fc.constantFrom(1.5, 2, 2.5)),
  })
  .map(({ above, first, next, second }): Overtime['tiers'] => [
    {
      above,
      multiplier: first,
      ...(next !== undefined || second !== undefined ? { forNext: next ?? 'PT3H' } : {}),
    },
    ...(second === undefined ? [] : [{ multiplier: second }]),
  ]);

const overtimeRule = (name: string): fc.Arbitrary<Overtime> =>
  fc.record({
    name: fc.constant(name),
    basis: fc.oneof(
      fc.constantFrom(
        'workday' as const,
        'workday' as const,
        'workweek' as const,
        'workweek' as const,
        'pay period' as const,
        'shift' as const,
        'beyond plan' as const,
        'rest day' as const,
        'holiday' as const,
      ),
      fc.record({
        of: fc.constant('cycle' as const),
        days: fc.integer({ min: 2, max: 9 }),
        anchor: fc.constant('2026-01-05'),
      }),
      fc.record({ of: fc.constant('consecutive workday' as const), nth: fc.integer({ min: 2, max: 4 }) }),
      fc.record({ of: fc.constant('clock time' as const), after: clockTimes, until: maybe(clockTimes) }),
    ),
    tiers,
    least: fc.constantFrom(undefined, undefined, 'PT30M', 'PT1H'),
    rounding: fc.constantFrom(
      undefined,
      undefined,
      { minutes: 15, toward: 'up' as const },
      { minutes: 30, toward: 'down' as const },
    ),
    cap: fc.constantFrom(undefined, undefined, 'PT2H', 'PT5H'),
    countsLeave: fc.constantFrom(undefined, undefined, ['Shore leave']),
    countsAtMostPerWorkday: fc.constantFrom(undefined, undefined, undefined, 'PT5H', 'PT7H'),
    on: maybe(kinds),
  });

const meets = (rules: readonly Overtime[]): fc.Arbitrary<Rulebook['overtimeMeets']> =>
  rules.length < 2
    ? fc.constant(undefined)
    : fc.constantFrom<Rulebook['overtimeMeets']>(
        undefined,
        { mode: 'once only' },
        { mode: 'added together' },
        { mode: 'greater of', groups: [[rules[0]!.name], [rules[1]!.name]] },
      );

const overtime = fc
  .integer({ min: 0, max: 4 })
  .chain((count) => fc.tuple(...Array.from({ length: count }, (_, i) => overtimeRule(`Rule ${i + 1}`))))
  .chain((rules) => fc.record({ overtime: fc.constant(rules), overtimeMeets: meets(rules) }));

const premium = (name: string): fc.Arbitrary<Rulebook['premiums'][number]> =>
  fc
    .record({
      name: fc.constant(name),
      window: maybe(fc.record({ from: clockTimes, to: clockTimes })),
      days: maybe(kinds),
      dayBy: fc.constantFrom(undefined, 'clock' as const),
      jobs: fc.constantFrom<string[] | undefined>(undefined, undefined, ['Mooring']),
      wholeShift: maybe(
        fc.constantFrom(
          { when: 'enough' as const, enough: 'PT2H' },
          { when: 'most' as const },
          { when: 'start' as const },
        ),
      ),
      least: fc.constantFrom(undefined, undefined, 'PT30M', 'PT2H'),
      additive: fc.constantFrom(undefined, false),
    })
    .map(({ window, days, dayBy, ...rest }) => ({
      ...rest,
      ...window,
      ...days,
      ...(days?.weekdays !== undefined || days?.holidays !== undefined || days?.restDays !== undefined
        ? { dayBy }
        : {}),
    }));

const guarantees: fc.Arbitrary<Rulebook['guarantees']> = fc.subarray<
  NonNullable<Rulebook['guarantees']>[number]
>([
  { kind: 'call-out', name: 'Called', least: 'PT4H' },
  { kind: 'call-out', name: 'Lamps', least: 'PT3H', jobs: ['Lamps'] },
  { kind: 'share of plan', name: 'Sent home', share: 0.5, least: 'PT2H', most: 'PT4H' },
  { kind: 'meal premium', name: 'Meals', pays: 'PT1H' },
  { kind: 'split shift', name: 'Split', gapOver: 'PT1H', pays: 'PT1H' },
]);

/** A rulebook that may use every rule there is; not all of them can mean something. */
export const anyRulebook: fc.Arbitrary<Rulebook> = fc
  .record({
    name: fc.constant('Any'),
    pairing: fc.record({
      repeatWindow: fc.constantFrom('PT0S', 'PT2M', 'PT5M'),
      longestSpell: fc.constantFrom('PT10H', 'PT14H'),
      shiftGap: fc.constantFrom('PT1H', 'PT4H'),
    }),
    plan: maybe(
      fc.record({
        earlyIn: maybe(minutes(0, 60, 5)),
        lateIn: maybe(minutes(0, 60, 5)),
        earlyOut: maybe(minutes(0, 60, 5)),
        lateOut: maybe(minutes(0, 60, 5)),
      }),
    ),
    rounding,
    breaks,
    workday: fc.record({
      // Lines inside the hour that comes twice, or never, too.
      startsAt: fc.constantFrom('00:00', '00:00', '03:00', '22:00', '01:30', '02:15'),
      shiftBelongsTo: fc.constantFrom(
        'day it starts' as const,
        'day it ends' as const,
        'day of its larger part' as const,
        'split at the line' as const,
      ),
    }),
    workweek: fc.record({
      startsOn: fc.constantFrom('monday' as const, 'sunday' as const, 'thursday' as const),
    }),
    premiums: fc
      .integer({ min: 0, max: 3 })
      .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => premium(`Premium ${i + 1}`)))),
    guarantees,
    meeting: overtime,
  })
  .map(({ meeting, ...rest }) => json({ ...rest, ...meeting }) as Rulebook);

/** What happened to one person, in seconds from the start of the span. */
export interface AnyWeek {
  readonly punches: readonly { readonly at: number; readonly kind: string; readonly job: string | null }[];
  readonly plans: readonly { readonly from: number; readonly to: number }[];
  readonly leave: readonly { readonly day: number; readonly code: string; readonly seconds: number }[];
  readonly holidays: readonly number[];
  readonly restDays: readonly number[];
}

/** One shift that is believable, or a few punches that are not. */
const stretchOf = (tick: number) =>
  fc.record({
    day: fc.integer({ min: 0, max: 9 }),
    start: fc.integer({ min: 0, max: (86_400 - tick) / tick }),
    length: fc.integer({ min: 1, max: (13 * 3600) / tick }),
    mealAt: maybe(fc.integer({ min: 1, max: (6 * 3600) / tick })),
    mealLength: fc.integer({ min: 1, max: (90 * 60) / tick }),
    gap: fc.constantFrom(['meal-out', 'meal-in'], ['break-out', 'break-in'], ['out', 'in'], ['job-change']),
    drop: fc.constantFrom(null, null, null, null, 'in', 'out'),
    undirected: fc.constantFrom(false, false, false, true),
    job: fc.constantFrom(null, ...JOBS),
    otherJob: fc.constantFrom(null, ...JOBS),
    planned: fc.option(fc.tuple(fc.integer({ min: -90, max: 90 }), fc.integer({ min: -90, max: 90 })), {
      nil: null,
      freq: 2,
    }),
  });

/** Ten days of somebody's punches and plans, all at different moments, on whole ticks of seconds. */
export const anyWeek = (tick: number): fc.Arbitrary<AnyWeek> =>
  fc
    .record({
      stretches: fc.array(stretchOf(tick), { maxLength: tick === 1 ? 4 : 9 }),
      leave: fc.array(
        fc.record({
          day: fc.integer({ min: 0, max: 9 }),
          code: fc.constantFrom('Shore leave', 'Sick'),
          seconds: fc.constantFrom(14_400, 28_800),
        }),
        { maxLength: 2 },
      ),
      holidays: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 2 }),
      restDays: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 2 }),
    })
    .map(({ stretches, ...rest }) => {
      const punches = new Map<number, { at: number; kind: string; job: string | null }>();
      const plans: { from: number; to: number }[] = [];
      for (const s of stretches) {
        const from = s.day * 86_400 + s.start * tick;
        const to = from + s.length * tick;
        const push = (at: number, kind: string, job: string | null = s.job) => {
          if (!punches.has(at)) punches.set(at, { at, kind: s.undirected ? 'undirected' : kind, job });
        };
        if (s.drop !== 'in') push(from, 'in');
        if (s.mealAt !== undefined && s.mealAt < s.length) {
          push(from + s.mealAt * tick, s.gap[0]!, s.gap.length === 1 ? s.otherJob : s.job);
          if (s.gap.length === 2) push(from + (s.mealAt + s.mealLength) * tick, s.gap[1]!, s.otherJob);
        }
        if (s.drop !== 'out') push(to, 'out');
        if (s.planned === null) continue;
        const plan = { from: from + s.planned[0] * 60, to: to + s.planned[1] * 60 };
        if (plan.to > plan.from && !plans.some((other) => plan.from < other.to && other.from < plan.to))
          plans.push(plan);
      }
      plans.sort((a, b) => a.from - b.from);
      return { punches: [...punches.values()], plans, ...rest };
    });
