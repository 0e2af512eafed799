import * as v from 'valibot';
import { exceptionsSchema } from '../exceptions/define.ts';
import { EXCEPTIONS } from '../exceptions/kinds.ts';
import { GUARANTEES } from '../steps/guarantees/kinds.ts';
import { BasisSchema } from '../steps/overtime/bases.ts';
import { conditionFields } from '../steps/premiums/conditions.ts';
import { clockTime, date, duration, name, names, WEEKDAYS, weekdays } from '../time/schemas.ts';
import { oneOfKinds } from './define.ts';

/** What an interface or an editor shows beside a field. */
const say = v.description;

const TOWARD = ['nearest', 'up', 'down', "person's favor", "employer's favor"] as const;
const rounding = {
  minutes: v.pipe(v.number(), v.integer('Whole minutes only.'), v.minValue(1), v.maxValue(60)),
  toward: v.picklist(TOWARD),
  /** With `nearest`: from this minute of the interval on, up. */
  turnsAtMinute: v.optional(v.pipe(v.number(), v.integer('Whole minutes only.'), v.minValue(1))),
};

const PUNCH_KINDS = ['in', 'out', 'meal-out', 'meal-in', 'break-out', 'break-in'] as const;
const RoundingSchema = v.pipe(
  v.strictObject({
    of: v.optional(v.picklist(['punch', 'spell', 'shift', 'day'])),
    kinds: v.optional(v.pipe(v.array(v.picklist(PUNCH_KINDS)), v.minLength(1, 'Name at least one kind.'))),
    ...rounding,
  }),
  say(
    'What is rounded: each punch of the kinds named (the default), each spell, or the total of a shift or a day; to how many minutes, and which way. With nearest, turnsAtMinute is the first minute that goes up.',
  ),
);

const AutomaticMealSchema = v.pipe(
  v.strictObject({
    tiers: v.pipe(
      v.array(
        v.strictObject({
          after: duration,
          compare: v.picklist(['more than', 'at least']),
          take: duration,
        }),
      ),
      v.minLength(1, 'A meal needs at least one tier.'),
    ),
    besidePunched: v.picklist(['skip', 'top up', 'take as well']),
    placed: v.variant('at', [
      v.strictObject({ at: v.literal('clock time'), time: clockTime }),
      v.strictObject({ at: v.literal('after work'), after: duration }),
      v.strictObject({ at: v.literal('end') }),
    ]),
  }),
  say(
    'Taken off the work by the last tier that it reaches, beside what was punched, and placed where it lies.',
  ),
);

const MealDueSchema = v.strictObject({
  whenWorkOver: duration,
  startsBy: duration,
  least: duration,
});

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
  basis: BasisSchema,
  tiers: v.pipe(v.array(TierSchema), v.minLength(1, 'An overtime rule needs at least one tier.')),
  least: v.optional(v.pipe(duration, say('Less overtime than this in one bucket pays as ordinary time.'))),
  leastPays: v.optional(v.picklist(['all', 'beyond'])),
  rounding: v.optional(v.strictObject(rounding)),
  cap: v.optional(v.pipe(duration, say('No more overtime than this in one bucket.'))),
  countsLeave: v.optional(names),
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
  say('How overtime rules meet. The default is once only.'),
);

const PremiumSchema = v.strictObject({
  name,
  ...conditionFields,
  wholeShift: v.optional(
    v.variant('when', [
      v.strictObject({ when: v.literal('enough'), enough: duration }),
      v.strictObject({ when: v.literal('most') }),
      v.strictObject({ when: v.literal('start') }),
    ]),
  ),
  least: v.optional(duration),
  additive: v.optional(v.boolean()),
});

/** A wall-clock moment, with its kind of punch, and a job where it matters: `2026-10-19 08:00 in`. */
const proofPunch = v.pipe(
  v.string(),
  v.regex(
    /^\d{4}-\d\d-\d\d ([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?\*? (in|out|meal-out|meal-in|break-out|break-in|job-change|undirected)( .+)?$/,
    'A proof punch is written like 2026-10-19 08:00 in, with a job after it where one matters.',
  ),
);
const hours = v.pipe(
  v.string(),
  v.regex(/^\d+(\.\d{1,4}|:[0-5]\d)?$/, 'Hours are written like 8, 7.75 or 7:45.'),
);

const ProofDaySchema = v.strictObject({
  name,
  zone: v.optional(v.string()),
  punches: v.array(proofPunch),
  plans: v.optional(v.array(v.strictObject({ from: v.string(), to: v.string(), job: v.optional(name) }))),
  holidays: v.optional(v.array(date)),
  restDays: v.optional(v.array(date)),
  leave: v.optional(v.array(v.strictObject({ date, code: name, hours }))),
  corrections: v.optional(
    v.pipe(
      v.array(v.record(v.string(), v.string())),
      say(
        'What is corrected, in order: do names the kind, and its settings are texts. Punches and corrections count from 1.',
      ),
    ),
  ),
  gives: v.pipe(
    v.record(v.string(), hours),
    say('Hours by class, premium, guarantee or leave over all days of the proof.'),
  ),
  exceptions: v.optional(
    v.pipe(v.array(v.string()), say('The kinds of exception that must be found, in order of time.')),
  ),
});

/** The pay rules a group works under, as a plain JSON object. */
export const RulebookSchema = v.strictObject({
  name,
  source: v.optional(v.pipe(v.string(), say('Where the rules come from.'))),
  hours: v.optional(
    v.pipe(
      v.strictObject({
        decimals: v.optional(
          v.pipe(
            v.number(),
            v.integer('Whole decimals only.'),
            v.minValue(0, 'Hours have 0 to 4 decimals.'),
            v.maxValue(4, 'Hours have 0 to 4 decimals.'),
          ),
        ),
        whole: v.optional(v.picklist(['minutes', 'seconds'])),
        roundedOver: v.optional(v.picklist(['day', 'pay period'])),
      }),
      say(
        'In what hours lines are paid: so many decimals, or whole minutes or seconds (2 decimals where neither is given), rounded over the day (the default) or the pay period.',
      ),
    ),
  ),
  pairing: v.strictObject({
    repeatWindow: duration,
    longestSpell: duration,
    shiftGap: duration,
  }),
  plan: v.optional(
    v.strictObject({
      reach: v.optional(duration),
      earlyIn: v.optional(duration),
      lateIn: v.optional(duration),
      earlyOut: v.optional(duration),
      lateOut: v.optional(duration),
    }),
  ),
  rounding: v.array(RoundingSchema),
  breaks: v.strictObject({
    paidUpTo: v.pipe(duration, say('Breaks up to this long are paid.')),
    allowance: v.optional(v.pipe(duration, say('Paid break time of one shift; what is beyond is unpaid.'))),
    mealUnpaidFrom: v.optional(v.pipe(duration, say('Punched meals from this length on are unpaid.'))),
    automaticMeal: v.optional(AutomaticMealSchema),
    mealsDue: v.optional(v.pipe(v.array(MealDueSchema), v.minLength(1))),
  }),
  workday: v.strictObject({
    startsAt: clockTime,
    shiftBelongsTo: v.picklist([
      'day it starts',
      'day it ends',
      'day of its larger part',
      'split at the line',
    ]),
  }),
  workweek: v.strictObject({ startsOn: v.picklist(WEEKDAYS) }),
  /** In order: an hour that one rule makes overtime does not count toward the ones after it. */
  overtime: v.array(OvertimeSchema),
  overtimeMeets: v.optional(MeetingSchema),
  premiums: v.array(PremiumSchema),
  guarantees: v.optional(v.array(oneOfKinds('kind', GUARANTEES))),
  exceptions: v.optional(exceptionsSchema(EXCEPTIONS)),
  proofDays: v.optional(v.array(ProofDaySchema)),
});
export type Rulebook = v.InferOutput<typeof RulebookSchema>;
export type ProofDay = v.InferOutput<typeof ProofDaySchema>;
export const weekdayNumber = (day: (typeof WEEKDAYS)[number]): number => WEEKDAYS.indexOf(day);
