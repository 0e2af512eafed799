/** Random people, rulebooks and weeks for property tests, on whole ticks of time. */
import fc from 'fast-check';
import type { DepartmentId, JobId, SiteId } from '../model/ids.ts';
import { compileRulebook, type Names } from '../rulebook/compile.ts';
import type { CompiledRulebook } from '../rulebook/compiled.ts';
import type { Rulebook } from '../rulebook/schema.ts';

type Overtime = Rulebook['overtime'][number];

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
export const DEPARTMENTS = ['Deck', 'Hold'] as const;
export const SITES = ['East pier', 'West pier'] as const;

/** Ids from 1, in the order of a list. */
const idIn = (list: readonly string[], name: string): number | undefined => {
  const at = list.indexOf(name);
  return at < 0 ? undefined : at + 1;
};

export const names: Names = {
  job: (name) => idIn(JOBS, name) as JobId | undefined,
  department: (name) => idIn(DEPARTMENTS, name) as DepartmentId | undefined,
  site: (name) => idIn(SITES, name) as SiteId | undefined,
};

/** The rulebook compiled; null where it contradicts itself. */
export const compiledOrNull = (rules: Rulebook): CompiledRulebook | null => {
  const result = compileRulebook(rules, 1, names);
  return result.ok ? result.rulebook : null;
};

/** Lengths of time that cut hours where ticks of so many minutes meet. */
function lengthsOn(tickMinutes: number) {
  const minutes = (low: number, high: number) =>
    fc
      .integer({ min: Math.ceil(low / tickMinutes), max: Math.floor(high / tickMinutes) })
      .map((n) => `PT${n * tickMinutes}M`);
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
  const dividing = [1, 2, 3, 4, 5, 6, 10, 12, 15, 20, 30, 60].filter((unit) => unit % tickMinutes === 0);
  return {
    minutes,
    /** Rounding of a total, to any number of minutes. */
    amount: amountOf(
      fc.integer({ min: 1, max: Math.max(1, Math.floor(60 / tickMinutes)) }).map((n) => n * tickMinutes),
    ),
    /** Rounding of punches, to one that divides an hour. */
    step: amountOf(fc.constantFrom(...dividing)),
  };
}
type Lengths = ReturnType<typeof lengthsOn>;

const rounding = ({ amount, step }: Lengths): fc.Arbitrary<Rulebook['rounding']> =>
  fc
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

const breaks = ({ minutes }: Lengths, tickMinutes: number): fc.Arbitrary<Rulebook['breaks']> => {
  const short = `PT${tickMinutes * Math.ceil(20 / tickMinutes)}M`;
  return fc.record({
    paidUpTo: minutes(0, 30),
    allowance: maybe(minutes(5, 45)),
    mealUnpaidFrom: maybe(minutes(5, 45)),
    automaticMeal: maybe(
      fc.record({
        tiers: fc.constantFrom(
          [{ after: 'PT5H', compare: 'more than' as const, take: 'PT30M' }],
          [
            { after: 'PT6H', compare: 'at least' as const, take: 'PT30M' },
            { after: 'PT9H', compare: 'more than' as const, take: 'PT45M' },
          ],
          [{ after: 'PT1H', compare: 'more than' as const, take: short }],
        ),
        besidePunched: fc.constantFrom('skip' as const, 'top up' as const, 'take as well' as const),
        placed: fc.oneof(
          clockTimes.map((time) => ({ at: 'clock time' as const, time })),
          minutes(0, 360).map((after) => ({ at: 'after work' as const, after })),
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
};

const kinds = fc.record({
  weekdays: maybe(weekdays),
  holidays: fc.constantFrom(undefined, 'only' as const, 'never' as const),
  restDays: fc.constantFrom(undefined, undefined, 'only' as const, 'never' as const),
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
  fc
    .record({
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
        fc.record({
          of: fc.constant('short rest' as const),
          rest: fc.constantFrom('PT8H', 'PT11H', 'PT24H'),
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
      countsLeave: fc.constantFrom<string[] | undefined>(undefined, undefined, ['Shore leave']),
      leaveCounts: fc.constantFrom(undefined, 'as worked' as const, 'toward the threshold' as const),
      countsAtMostPerWorkday: fc.constantFrom(undefined, undefined, undefined, 'PT5H', 'PT7H'),
      on: maybe(kinds),
      waitsForApproval: fc.constantFrom(undefined, true),
    })
    .map(({ leaveCounts, ...rule }) => (rule.countsLeave === undefined ? rule : { ...rule, leaveCounts }));

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
      jobs: fc.constantFrom<string[] | undefined>(undefined, undefined, ['Mooring'], ['Galley', 'Lamps']),
      departments: fc.constantFrom<string[] | undefined>(undefined, undefined, undefined, ['Deck']),
      sites: fc.constantFrom<string[] | undefined>(undefined, undefined, undefined, ['West pier']),
      withinPlan: fc.constantFrom(undefined, undefined, undefined, true as const),
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
  { kind: 'standby', name: 'On call', share: 0.25, jobs: ['Lamps', 'Galley'] },
]);

/** A rulebook that may use every rule there is, its lengths on ticks of so many seconds. */
export function anyRulebook(tick: number): fc.Arbitrary<Rulebook> {
  const tickMinutes = Math.max(1, tick / 60);
  const lengths = lengthsOn(tickMinutes);
  const window = maybe(lengths.minutes(0, 60));
  return fc
    .record({
      name: fc.constant('Any'),
      hours: maybe(
        fc
          .tuple(
            fc.constantFrom(
              {},
              { decimals: 0 },
              { decimals: 1 },
              { decimals: 4 },
              { whole: 'minutes' as const },
            ),
            fc.constantFrom(undefined, undefined, 'day' as const, 'pay period' as const),
          )
          .map(([paidIn, roundedOver]) => ({ ...paidIn, roundedOver })),
      ),
      pairing: fc.record({
        repeatWindow: fc.constantFrom('PT0S', 'PT2M', 'PT5M', 'PT20M'),
        longestSpell: fc.constantFrom('PT10H', 'PT14H'),
        shiftGap: fc.constantFrom('PT1H', 'PT4H', 'PT9H'),
      }),
      plan: maybe(
        fc.record({
          earlyIn: window,
          lateIn: window,
          earlyOut: window,
          lateOut: window,
          reach: fc.constantFrom(undefined, undefined, 'PT0S', 'PT30M', 'PT5H'),
        }),
      ),
      rounding: rounding(lengths),
      breaks: breaks(lengths, tickMinutes),
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
    .map(({ meeting, ...rest }) => json({ ...rest, ...meeting }) as Rulebook)
    .filter((rules) => compiledOrNull(rules) !== null);
}

/** A rulebook, and the day of the span from which on it holds; null where it always did. */
export interface AnyEdition {
  readonly from: number | null;
  readonly rules: Rulebook;
}

/** What somebody changes of a rulebook for its next edition, as they mostly do: some of its overtime. */
const anyChange = fc.record({
  what: fc.constantFrom(
    'nothing',
    'one more',
    'one less',
    'another order',
    'a name',
    'a threshold',
    'a meeting',
  ),
  which: fc.nat({ max: 3 }),
  rule: overtimeRule('Rule 9'),
});
type AnyChange = typeof anyChange extends fc.Arbitrary<infer T> ? T : never;

/** The rulebook with a change; as it was where that would contradict itself. */
function changed(rules: Rulebook, { what, which, rule }: AnyChange): Rulebook {
  const overtime = [...rules.overtime];
  const at = which % Math.max(1, overtime.length);
  const own = overtime[at];
  const meets = rules.overtimeMeets;
  let made: Rulebook = rules;
  if (what === 'one more') made = { ...rules, overtime: overtime.toSpliced(at, 0, rule) };
  else if (what === 'another order') made = { ...rules, overtime: overtime.toReversed() };
  else if (what === 'one less') made = { ...rules, overtime: overtime.toSpliced(at, 1) };
  else if (what === 'a meeting')
    made = { ...rules, overtimeMeets: meets === undefined ? { mode: 'added together' } : undefined };
  else if (own !== undefined && what === 'a threshold')
    made = { ...rules, overtime: overtime.toSpliced(at, 1, { ...own, tiers: rule.tiers }) };
  else if (own !== undefined && what === 'a name' && meets?.mode !== 'greater of')
    made = {
      ...rules,
      overtime: overtime.toSpliced(at, 1, { ...own, name: 'Renamed', code: own.code ?? own.name }),
    };
  // Always another object: editions are told apart by which they are.
  const next = json(made);
  return compiledOrNull(next) === null ? json(rules) : next;
}

/** Mostly one edition; else others that follow it, in the middle of a workweek, a shift or a pay period. */
export const anyEditions = (tick: number): fc.Arbitrary<AnyEdition[]> =>
  fc
    .record({
      first: anyRulebook(tick),
      later: fc.oneof(
        { weight: 2, arbitrary: fc.constant([]) },
        {
          weight: 1,
          arbitrary: fc.uniqueArray(
            fc.record({
              from: fc.integer({ min: 0, max: 9 }),
              rules: fc.option(anyRulebook(tick), { nil: null, freq: 2 }),
              change: anyChange,
            }),
            { minLength: 1, maxLength: 2, selector: ({ from }) => from },
          ),
        },
      ),
    })
    .map(({ first, later }) => {
      const editions: AnyEdition[] = [{ from: null, rules: first }];
      for (const { from, rules, change } of [...later].sort((a, b) => a.from - b.from))
        editions.push({
          from,
          rules: rules ?? changed(editions[editions.length - 1]?.rules ?? first, change),
        });
      return editions;
    });

export interface AnyPunch {
  /** Seconds from the start of the span. */
  readonly at: number;
  readonly kind: string;
  readonly job: string | null;
  readonly department: string | null;
  readonly site: string | null;
}

/** Another place; what is undefined stays. */
export interface OtherPlace {
  readonly job?: string | null;
  readonly department?: string | null;
  readonly site?: string | null;
}
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Corrections by their place in the list, from 1; punches by theirs; instants and days from the start of the span. */
export type AnyCorrection =
  | ({ readonly correction: 'add' } & AnyPunch)
  | { readonly correction: 'move'; readonly punch: number; readonly at: number }
  | { readonly correction: 'drop'; readonly punch: number }
  | ({ readonly correction: 'retype'; readonly punch: number; readonly kind?: string } & OtherPlace)
  | ({ readonly correction: 'split'; readonly at: number } & OtherPlace)
  | { readonly correction: 'set-workday'; readonly at: number; readonly day: number }
  | ({ readonly correction: 'set-meal' } & Stretch)
  | { readonly correction: 'cancel-meal'; readonly at: number }
  | ({ readonly correction: 'set-class'; readonly multiplier: number } & Stretch)
  | {
      readonly correction: 'approve-overtime';
      readonly day: number;
      readonly rule: string;
      /** Of all of it, null. */
      readonly seconds: number | null;
    }
  | ({ readonly correction: 'set-job' } & Stretch & OtherPlace)
  | ({ readonly correction: 'flat-hours' } & AnyLeave)
  | { readonly correction: 'absence-leave'; readonly plan: number; readonly code: string }
  | ({ readonly correction: 'lateness-leave' } & AnyLeave)
  | ({ readonly correction: 'not-worked' } & Stretch)
  | { readonly correction: 'undo'; readonly undoes: number };

interface Planned {
  readonly from: number;
  readonly to: number;
  readonly job: string | null;
}

export interface AnyLeave {
  readonly day: number;
  readonly kind: 'leave' | 'adjustment';
  readonly code: string;
  readonly seconds: number;
}

/** What happened to one person, in seconds or days from the start of the span. */
export interface AnyPerson {
  readonly punches: readonly AnyPunch[];
  readonly corrections: readonly AnyCorrection[];
  readonly plans: readonly Planned[];
  readonly leave: readonly AnyLeave[];
  readonly holidays: readonly number[];
  readonly restDays: readonly number[];
  /** From days from the start of the span on, in order. */
  readonly homes: readonly { readonly from: number; readonly department: string | null }[];
}

const places = fc.record({
  job: fc.constantFrom(null, ...JOBS),
  department: fc.constantFrom(null, ...DEPARTMENTS),
  site: fc.constantFrom(null, ...SITES),
});

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
    place: places,
    otherPlace: places,
    planned: fc.option(
      fc.tuple(fc.integer({ min: -5400, max: 5400 }), fc.integer({ min: -5400, max: 5400 })),
      {
        nil: null,
        freq: 2,
      },
    ),
  });

/** A night after night, or day after day, by a clock that mostly does not tell in from out. */
const roundOf = (tick: number) =>
  fc.record({
    days: fc.integer({ min: 3, max: 24 }),
    start: fc.integer({ min: 0, max: (86_400 - tick) / tick }),
    length: fc.integer({ min: (6 * 3600) / tick, max: (13 * 3600) / tick }),
    // Each day somebody comes and goes a little otherwise, forgets to punch, or punches once more.
    each: fc.array(
      fc.record({
        late: fc.integer({ min: 0, max: 3 }),
        long: fc.integer({ min: -3, max: 3 }),
        odd: fc.constantFrom(
          ...Array.from({ length: 20 }, () => null),
          'no in',
          'no out',
          'one more',
          'says in',
        ),
      }),
      { minLength: 24, maxLength: 24 },
    ),
    place: places,
  });

/** What was recorded later: corrections that may aim at any punch or plan and take back any correction before. */
const correctionsOf = (tick: number) =>
  fc.array(
    fc.record({
      correction: fc.constantFrom(
        ...(['add', 'move', 'drop', 'retype', 'split', 'set-workday', 'set-meal', 'cancel-meal'] as const),
        ...([
          'set-class',
          'approve-overtime',
          'set-job',
          'flat-hours',
          'absence-leave',
          'lateness-leave',
          'not-worked',
          'undo',
        ] as const),
      ),
      which: fc.nat(),
      by: fc.integer({ min: -(4 * 3600) / tick, max: (4 * 3600) / tick }),
      length: fc.integer({ min: 1, max: (6 * 3600) / tick }),
      kind: fc.constantFrom('in', 'out', 'in', 'out', 'meal-out', 'meal-in', 'job-change', 'undirected'),
      place: places,
      otherPlace: fc.record(
        {
          job: fc.constantFrom(null, ...JOBS),
          department: fc.constantFrom(null, ...DEPARTMENTS),
          site: fc.constantFrom(null, ...SITES),
        },
        { requiredKeys: [] },
      ),
      multiplier: fc.constantFrom(1, 1.5, 2),
      rule: fc.constantFrom('Rule 1', 'Rule 1', 'Rule 2', 'Rule 3', 'Rule 9', 'Renamed'),
      isWhole: fc.boolean(),
      flat: leaveOf(tick),
    }),
    { maxLength: 5 },
  );

/** Hours of a day without punches. */
const leaveOf = (tick: number) =>
  fc.record({
    day: fc.integer({ min: 0, max: 9 }),
    kind: fc.constantFrom('leave' as const, 'leave' as const, 'adjustment' as const),
    code: fc.constantFrom('Shore leave', 'Sick'),
    seconds: fc.constantFrom(14_400, 28_800, 13 * tick),
  });

/** Where somebody belongs: mostly the same all the time, or nowhere. */
const anyHomes = fc
  .uniqueArray(
    fc.record({
      from: fc.integer({ min: -2, max: 12 }),
      department: fc.constantFrom(null, ...DEPARTMENTS),
    }),
    { maxLength: 3, selector: ({ from }) => from },
  )
  .map((homes) => homes.sort((a, b) => a.from - b.from));

const aroundWork = (tick: number) => ({
  homes: anyHomes,
  leave: fc.array(leaveOf(tick), { maxLength: 2 }),
  holidays: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 2 }),
  restDays: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 2 }),
});

/** Punches of which no two of one kind lie at one instant. */
class Clocked {
  readonly #taken = new Set<string>();
  readonly punches: AnyPunch[] = [];

  /** True where there was room, which is then taken. */
  takes(at: number, kind: string): boolean {
    const key = `${at} ${kind}`;
    if (this.#taken.has(key)) return false;
    this.#taken.add(key);
    return true;
  }

  push(punch: AnyPunch): void {
    if (this.takes(punch.at, punch.kind)) this.punches.push(punch);
  }
}

type DrawnStretch = ReturnType<typeof stretchOf> extends fc.Arbitrary<infer T> ? T : never;
type DrawnRound = ReturnType<typeof roundOf> extends fc.Arbitrary<infer T> ? T : never;
type DrawnCorrection = ReturnType<typeof correctionsOf> extends fc.Arbitrary<(infer T)[]> ? T : never;

function pushStretch(s: DrawnStretch, clocked: Clocked, plans: Planned[], tick: number): void {
  const from = s.day * 86_400 + s.start * tick;
  const to = from + s.length * tick;
  const push = (at: number, kind: string, place = s.place) =>
    clocked.push({ at, kind: s.undirected ? 'undirected' : kind, ...place });
  if (s.drop !== 'in') push(from, 'in');
  if (s.mealAt !== undefined && s.mealAt < s.length) {
    push(from + s.mealAt * tick, s.gap[0]!, s.gap.length === 1 ? s.otherPlace : s.place);
    if (s.gap.length === 2) push(from + (s.mealAt + s.mealLength) * tick, s.gap[1]!, s.otherPlace);
  }
  if (s.drop !== 'out') push(to, 'out');
  if (s.planned === null) return;
  const onTick = (seconds: number) => Math.round(seconds / Math.max(60, tick)) * Math.max(60, tick);
  const plan = { from: from + onTick(s.planned[0]), to: to + onTick(s.planned[1]), job: s.place.job };
  if (plan.to > plan.from && !plans.some((other) => plan.from < other.to && other.from < plan.to))
    plans.push(plan);
}

function pushRound(round: DrawnRound, clocked: Clocked, tick: number): void {
  round.each.slice(0, round.days).forEach(({ late, long, odd }, day) => {
    const from = day * 86_400 + (round.start + late) * tick;
    const to = from + (round.length + long) * tick;
    const push = (at: number, kind: string) => clocked.push({ at, kind, ...round.place });
    if (odd !== 'no in') push(from, odd === 'says in' ? 'in' : 'undirected');
    if (odd === 'one more') push(from + Math.floor((to - from) / 2 / tick) * tick, 'undirected');
    if (odd !== 'no out') push(to, 'undirected');
  });
}

function correctionsFrom(
  drawn: readonly DrawnCorrection[],
  clocked: Clocked,
  plans: readonly Planned[],
  tick: number,
): AnyCorrection[] {
  const corrections: AnyCorrection[] = [];
  for (const one of drawn) {
    const meant = correctionFrom(one, clocked, plans, corrections.length, tick);
    if (meant !== null) corrections.push(meant);
  }
  return corrections;
}

/** A drawn correction of what there is; null where there is nothing of the sort. */
function correctionFrom(
  {
    correction,
    which,
    by,
    length,
    kind,
    place,
    otherPlace,
    multiplier,
    rule,
    isWhole,
    flat,
  }: DrawnCorrection,
  clocked: Clocked,
  plans: readonly Planned[],
  before: number,
  tick: number,
): AnyCorrection | null {
  const { punches } = clocked;
  const target = which % Math.max(1, punches.length);
  const punch = punches[target];
  const at = (punch?.at ?? 4 * 86_400) + by * tick;
  const stretch = { from: at, to: at + length * tick };
  switch (correction) {
    case 'add':
      return clocked.takes(at, kind) ? { correction, at, kind, ...place } : null;
    case 'move':
      return punch !== undefined && clocked.takes(at, punch.kind) ? { correction, punch: target, at } : null;
    case 'drop':
      return punch === undefined ? null : { correction, punch: target };
    case 'retype':
      if (punch === undefined) return null;
      // One that keeps its kind, or another for which there is room at its time.
      return which % 2 === 0 || !clocked.takes(punch.at, kind)
        ? { correction, punch: target, ...otherPlace }
        : { correction, punch: target, kind, ...otherPlace };
    case 'split':
      return { correction, at, ...otherPlace };
    case 'set-workday':
      return { correction, at, day: Math.floor(at / 86_400) + (which % 3) - 1 };
    case 'cancel-meal':
      return { correction, at };
    case 'set-meal':
    case 'not-worked':
      return { correction, ...stretch };
    case 'set-class':
      return { correction, ...stretch, multiplier };
    case 'approve-overtime': {
      const day = Math.floor(at / 86_400);
      return { correction, day, rule, seconds: isWhole ? null : length * tick };
    }
    case 'set-job':
      return { correction, ...stretch, ...otherPlace };
    case 'flat-hours':
      return { correction, ...flat };
    case 'lateness-leave':
      return { correction, ...flat, kind: 'leave' };
    case 'absence-leave':
      return plans.length === 0 ? null : { correction, plan: which % plans.length, code: flat.code };
    case 'undo':
      return before === 0 ? null : { correction, undoes: 1 + (which % before) };
  }
}

/** Ten days of somebody's punches, plans, leave and corrections, on whole ticks of seconds. */
export const anyPerson = (tick: number): fc.Arbitrary<AnyPerson> =>
  fc
    .record({
      stretches: fc.array(stretchOf(tick), { maxLength: tick === 1 ? 4 : 9 }),
      later: fc.oneof(
        { weight: 1, arbitrary: fc.constant([]) },
        { weight: 1, arbitrary: correctionsOf(tick) },
      ),
      ...aroundWork(tick),
    })
    .map(({ stretches, later, ...rest }) => {
      const clocked = new Clocked();
      const plans: Planned[] = [];
      for (const stretch of stretches) pushStretch(stretch, clocked, plans, tick);
      plans.sort((a, b) => a.from - b.from);
      const { punches } = clocked;
      return { punches, corrections: correctionsFrom(later, clocked, plans, tick), plans, ...rest };
    });

/** Up to twenty-four days, night after night or day after day, by a clock that mostly does not tell in from out. */
export const anyRound = (tick: number): fc.Arbitrary<AnyPerson> =>
  fc
    .record({ round: roundOf(tick), later: correctionsOf(tick), ...aroundWork(tick) })
    .map(({ round, later, ...rest }) => {
      const clocked = new Clocked();
      pushRound(round, clocked, tick);
      const { punches } = clocked;
      return { punches, corrections: correctionsFrom(later, clocked, [], tick), plans: [], ...rest };
    });
