import * as v from 'valibot';
import { checkNames, defineStep, type Say } from '../../kinds/define.ts';
import { days, on } from '../../kinds/example.ts';
import { classOf } from '../../model/classes.ts';
import type { DayKinds } from '../../time/calendar.ts';
import { itemAt } from '../../time/item-at.ts';
import { durationSeconds, optionalSeconds } from '../../time/lengths.ts';
import { duration, name, names, WEEKDAYS, weekdays } from '../../time/schemas.ts';
import { type Seconds, seconds } from '../../time/units.ts';
import { amountFields, checkTurn, roundingOf } from '../round/amount.ts';
import { BASES, BasisSchema, basisKind, compiledBasis } from './bases.ts';
import type { Meeting, OvertimeRule, Tier } from './types.ts';

const DayKindsSchema = v.strictObject({
  weekdays: v.optional(weekdays),
  holidays: v.optional(v.picklist(['only', 'never'])),
  restDays: v.optional(v.picklist(['only', 'never'])),
});

const TierSchema = v.strictObject({
  above: v.optional(duration),
  forNext: v.optional(duration),
  multiplier: v.pipe(v.number(), v.gtValue(1, 'Overtime pays more than 1.'), v.maxValue(9)),
});

const OvertimeSchema = v.strictObject({
  name,
  code: v.optional(
    v.pipe(
      name,
      v.description('What the rule is known by in other editions; its name where it is not given.'),
    ),
  ),
  basis: BasisSchema,
  tiers: v.pipe(v.array(TierSchema), v.minLength(1, 'An overtime rule needs at least one tier.')),
  least: v.optional(
    v.pipe(duration, v.description('Less overtime than this in one bucket pays as ordinary time.')),
  ),
  leastPays: v.optional(v.picklist(['all', 'beyond'])),
  rounding: v.optional(v.strictObject(amountFields)),
  cap: v.optional(v.pipe(duration, v.description('No more overtime than this in one bucket.'))),
  countsLeave: v.optional(names),
  leaveCounts: v.optional(v.picklist(['as worked', 'toward the threshold'])),
  countsAtMostPerWorkday: v.optional(duration),
  on: v.optional(DayKindsSchema),
  waitsForApproval: v.optional(v.boolean()),
});

const MeetingSchema = v.pipe(
  v.variant('mode', [
    v.strictObject({ mode: v.literal('once only') }),
    v.strictObject({ mode: v.literal('added together') }),
    v.strictObject({
      mode: v.literal('greater of'),
      groups: v.pipe(v.array(names), v.minLength(2, 'Greater of needs two groups of rules or more.')),
    }),
  ]),
  v.description('How overtime rules meet. The default is once only.'),
);

const eightToFive = on('2026-10-19', '08:00 in', '17:00 out');
const daily = (more: object = {}) => ({
  name: 'Over 8 hours',
  basis: 'workday',
  tiers: [{ above: 'PT8H', multiplier: 1.5 }],
  ...more,
});

/** What is overtime, at what multiplier, and how rules meet. */
export const overtime = defineStep({
  section: 'Overtime',
  settings: {
    /** In order: an hour that one rule makes overtime does not count toward the ones after it. */
    overtime: v.array(OvertimeSchema),
    overtimeMeets: v.optional(MeetingSchema),
  },
  cannotBe({ overtime: rules, overtimeMeets }, say, { workday }) {
    for (const [i, rule] of rules.entries()) checkOvertime(rule, `overtime.${i}`, say);
    checkNames(rules, 'overtime', say);
    checkCodes(rules, say);
    checkMeeting(rules, overtimeMeets, workday, say);
  },
  compile({ overtime: settings, overtimeMeets }) {
    const rules = settings.map(compiledOvertime);
    return { overtime: rules, meeting: compiledMeeting(overtimeMeets, rules) };
  },
  fields: [
    {
      field: 'overtime: basis',
      says: 'What a rule adds up. One without fields is named alone, another is an object with its name under `of`: `{"of": "cycle", "days": 14, "anchor": "2026-01-05"}`.',
      rules: { overtime: [daily()] },
      day: { punches: eightToFive, gives: { ordinary: '8', 'overtime-1.5': '1' } },
    },
    ...BASES.map(({ name, says, settings, example }) => ({
      field: `overtime: basis ${[name, ...Object.keys(settings)].join(', ')}`,
      says,
      ...example,
    })),
    {
      field: 'overtime: code',
      says: 'What a rule is known by in other editions, also where its name changes; its name where it is not given. Its hours go on counting over the change.',
      rules: { overtime: [daily({ code: 'daily' })] },
      day: { punches: eightToFive, gives: { ordinary: '8', 'overtime-1.5': '1' } },
    },
    {
      field: 'overtime: tiers',
      says: 'From `above` on, or from where the tier before it ends, at this `multiplier`; `forNext` says for how long. It is the last hours that are overtime.',
      rules: {
        overtime: [
          daily({ tiers: [{ above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 }, { multiplier: 2 }] }),
        ],
      },
      day: {
        punches: on('2026-10-19', '08:00 in', '19:00 out'),
        gives: { ordinary: '8', 'overtime-1.5': '2', 'overtime-2': '1' },
      },
    },
    {
      field: 'overtime: least, leastPays',
      says: 'Less overtime than this pays as ordinary time. Once it is reached, `all` of it pays (the default), or what is `beyond`.',
      rules: { overtime: [daily({ least: 'PT30M', leastPays: 'beyond' })] },
      day: { punches: eightToFive, gives: { ordinary: '8.5', 'overtime-1.5': '0.5' } },
    },
    {
      field: 'overtime: rounding',
      says: 'Rounds the overtime of each bucket; what that moves goes to ordinary time or comes from it.',
      rules: { overtime: [daily({ rounding: { minutes: 30, toward: 'down' } })] },
      day: {
        punches: on('2026-10-19', '08:00 in', '16:50 out'),
        gives: { ordinary: '8.33', 'overtime-1.5': '0.5' },
      },
    },
    {
      field: 'overtime: cap',
      says: 'No more overtime than this in one bucket; the hours after it are ordinary.',
      rules: { overtime: [daily({ cap: 'PT1H' })] },
      day: {
        punches: on('2026-10-19', '08:00 in', '18:00 out'),
        gives: { ordinary: '9', 'overtime-1.5': '1' },
      },
    },
    {
      field: 'overtime: countsLeave',
      says: 'Leave by these codes counts toward the rule, at its own day and before the work of that day. It is never paid by the rule.',
      rules: {
        overtime: [
          {
            name: 'Over 16 hours',
            basis: 'workweek',
            tiers: [{ above: 'PT16H', multiplier: 1.5 }],
            countsLeave: ['Annual'],
          },
        ],
      },
      day: {
        punches: [...eightToFive, ...on('2026-10-20', '08:00 in', '12:00 out')],
        leave: [{ date: '2026-10-19', code: 'Annual', hours: '8' }],
        gives: { ordinary: '8', 'overtime-1.5': '5', 'leave:Annual': '8' },
      },
    },
    {
      field: 'overtime: leaveCounts',
      says: 'Leave that counts does so `as worked` (the default), filling the threshold and then the tiers, or `toward the threshold` only.',
      rules: {
        overtime: [
          {
            name: 'Over 8 hours',
            basis: 'workweek',
            tiers: [{ above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 }, { multiplier: 2 }],
            countsLeave: ['Annual'],
            leaveCounts: 'toward the threshold',
          },
        ],
      },
      day: {
        punches: on('2026-10-20', '08:00 in', '09:00 out'),
        leave: [{ date: '2026-10-19', code: 'Annual', hours: '12' }],
        gives: { 'overtime-1.5': '1', 'leave:Annual': '12' },
      },
    },
    {
      field: 'overtime: countsAtMostPerWorkday',
      says: 'Only the first so many hours of each workday count.',
      rules: {
        overtime: [
          {
            name: 'Over 16 hours',
            basis: 'workweek',
            tiers: [{ above: 'PT16H', multiplier: 1.5 }],
            countsAtMostPerWorkday: 'PT8H',
          },
        ],
      },
      day: {
        punches: days('2026-10-19', [8, 18], [8, 18], [8, 18]),
        gives: { ordinary: '22', 'overtime-1.5': '8' },
      },
    },
    {
      field: 'overtime: on',
      says: 'On which kinds of day the rule applies: `weekdays`, and whether `holidays` and `restDays` are the `only` ones or `never` among them.',
      rules: { overtime: [daily({ tiers: [{ multiplier: 1.5 }], on: { weekdays: ['sunday'] } })] },
      day: { punches: on('2026-10-25', '10:00 in', '14:00 out'), gives: { 'overtime-1.5': '4' } },
    },
    {
      field: 'overtime: waitsForApproval',
      says: 'The overtime is computed, and holds up the handoff until somebody approves it for that workday.',
      rules: { overtime: [daily({ waitsForApproval: true })] },
      day: {
        punches: eightToFive,
        gives: { ordinary: '8', 'overtime-1.5': '1' },
        exceptions: ['overtime-approval'],
      },
    },
    {
      field: 'overtimeMeets',
      says: 'How rules meet. `once only` (the default): in order, an hour that is overtime under one does not count toward the next and is left alone by it; but a rule that covers hours from the first one on, such as a rest day, a holiday or after a clock time, looks at every hour and gives it the higher multiplier of the two. `greater of`: groups of rules are computed alone, and each workweek takes the one that gives more. `added together`: every rule counts every hour, and what they add is added.',
      rules: {
        overtime: [daily(), { name: 'Holiday', basis: 'holiday', tiers: [{ multiplier: 2 }] }],
        overtimeMeets: { mode: 'added together' },
      },
      day: {
        punches: eightToFive,
        holidays: ['2026-10-19'],
        gives: { 'overtime-2': '8', 'overtime-2.5': '1' },
      },
    },
  ],
});

type OvertimeSettings = v.InferOutput<typeof OvertimeSchema>;

/** The tiers' edges: where one says none, it starts where the one before it ends. */
function tiersOf(tiers: OvertimeSettings['tiers']): Tier[] {
  const starts: Seconds[] = [];
  const ends: (Seconds | null)[] = [];
  tiers.forEach((tier, i) => {
    const start = tier.above === undefined ? (ends[i - 1] ?? seconds(0)) : durationSeconds(tier.above);
    starts.push(start);
    ends.push(tier.forNext === undefined ? null : seconds(start + durationSeconds(tier.forNext)));
  });
  return tiers.map(({ multiplier }, i) => ({
    fromSeconds: itemAt(starts, i),
    toSeconds: ends[i] ?? starts[i + 1] ?? null,
    multiplier,
  }));
}

function compiledOvertime(rule: OvertimeSettings): OvertimeRule {
  const { name, code = name, waitsForApproval = false } = rule;
  const toldTiers = tiersOf(rule.tiers);
  return {
    code,
    name,
    basis: compiledBasis(rule.basis),
    tiers: toldTiers.map((tier) => ({
      ...tier,
      pay: {
        classId: classOf(tier.multiplier),
        multiplier: tier.multiplier,
        rule: { name, waitsForApproval },
      },
    })),
    toldTiers,
    leastSeconds: durationSeconds(rule.least ?? 'PT0S'),
    leastPays: rule.leastPays ?? 'all',
    rounding: rule.rounding === undefined ? null : roundingOf(rule.rounding, false),
    capSeconds: optionalSeconds(rule.cap),
    leaveFillsTiers: rule.leaveCounts !== 'toward the threshold',
    countedLeave: new Set(rule.countsLeave ?? []),
    atMostPerWorkdaySeconds: optionalSeconds(rule.countsAtMostPerWorkday),
    on: rule.on === undefined ? null : dayKinds(rule.on),
  };
}

const dayKinds = (on: NonNullable<OvertimeSettings['on']>): DayKinds => ({
  weekdays: on.weekdays === undefined ? null : new Set(on.weekdays.map((day) => WEEKDAYS.indexOf(day))),
  holidays: on.holidays ?? null,
  restDays: on.restDays ?? null,
});

function compiledMeeting(
  overtimeMeets: v.InferOutput<typeof MeetingSchema> | undefined,
  rules: readonly OvertimeRule[],
): Meeting {
  if (overtimeMeets?.mode !== 'greater of') return overtimeMeets ?? { mode: 'once only' };
  return {
    mode: 'greater of',
    groups: overtimeMeets.groups.map((group) => rules.filter(({ name }) => group.includes(name))),
  };
}

function checkOvertime(rule: OvertimeSettings, path: string, say: Say): void {
  let end: number | null = 0;
  let start = -1;
  rule.tiers.forEach((tier, i) => {
    const at = `${path}.tiers.${i}`;
    if (tier.above === undefined && end === null) {
      say(
        `${at}.above`,
        'It says neither where it starts nor where the tier before it ends: give above, or forNext there.',
      );
      return;
    }
    const from: number = tier.above === undefined ? (end ?? 0) : durationSeconds(tier.above);
    if (from <= start) say(at, `Tiers go upward: this one must start above the one before it.`);
    else if (end !== null && i > 0 && from < end)
      say(`${at}.above`, 'It starts before the tier before it ends: start it there or later.');
    if (tier.forNext !== undefined && durationSeconds(tier.forNext) === 0)
      say(`${at}.forNext`, 'A tier of no length pays nothing: give it a length, or leave forNext out.');
    start = from;
    end = tier.forNext === undefined ? null : from + durationSeconds(tier.forNext);
  });
  if (rule.leastPays !== undefined && rule.least === undefined)
    say(`${path}.leastPays`, 'There is no least amount that it could follow: give least, or leave it out.');
  if (rule.cap !== undefined && durationSeconds(rule.cap) === 0)
    say(`${path}.cap`, 'A cap of nothing lets no overtime pay: give it a length, or take the rule out.');
  if (
    rule.cap !== undefined &&
    rule.least !== undefined &&
    durationSeconds(rule.least) > durationSeconds(rule.cap)
  )
    say(`${path}.cap`, `The least amount, ${rule.least}, is more than the cap: raise the cap.`);
  if (rule.leaveCounts !== undefined && rule.countsLeave === undefined)
    say(`${path}.leaveCounts`, 'No leave counts toward the rule: name some in countsLeave, or leave it out.');
  if (rule.rounding !== undefined) checkTurn(rule.rounding, `${path}.rounding`, say);
  const { kind, settings } = basisKind(rule.basis);
  for (const { field, reason } of kind.objections(settings, rule)) say(`${path}.${field}`, reason);
}

/** Two rules of one code would be one. */
function checkCodes(rules: readonly OvertimeSettings[], say: Say): void {
  const codes = rules.map(({ name, code = name }) => code);
  codes.forEach((code, i) => {
    const first = codes.indexOf(code);
    if (first < i && rules[i]?.name !== rules[first]?.name)
      say(
        `overtime.${i}.code`,
        `overtime.${first} is known by ${code} already: give each rule a code of its own.`,
      );
  });
}

function checkMeeting(
  overtime: readonly OvertimeSettings[],
  overtimeMeets: v.InferOutput<typeof MeetingSchema> | undefined,
  workday: { readonly shiftBelongsTo: string },
  say: Say,
): void {
  if (overtimeMeets?.mode !== 'greater of') return;
  // The greater is taken for each workweek, so nothing may count together across its line.
  for (const [i, { name, basis }] of overtime.entries()) {
    if (basisKind(basis).kind.crossesWeeks(workday))
      say(
        `overtime.${i}.basis`,
        `${name} reaches beyond a workweek, and the greater is taken for each workweek: count within one, or have the rules meet once only.`,
      );
  }
  const seen = new Set<string>();
  overtimeMeets.groups.forEach((group, g) => {
    group.forEach((name, i) => {
      const path = `overtimeMeets.groups.${g}.${i}`;
      if (!overtime.some((rule) => rule.name === name))
        say(path, `There is no overtime rule named ${name}: name one of overtime.`);
      if (seen.has(name))
        say(path, `${name} stands in two groups: a rule in no group counts in each of them.`);
      seen.add(name);
    });
  });
}
