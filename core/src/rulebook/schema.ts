import * as v from 'valibot';

/** A length of time as an ISO 8601 duration in hours, minutes and seconds: `PT8H`, `PT7H30M`, `PT0S`. */
const DurationSchema = v.pipe(
  v.string(),
  v.regex(/^PT(?=\d)(\d+H)?(\d+M)?(\d+S)?$/, 'A length of time is written like PT8H, PT30M or PT7H30M.'),
);

/** A time on the wall clock, `22:00`. */
const ClockTimeSchema = v.pipe(
  v.string(),
  v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A clock time is written like 06:00 or 22:30.'),
);

const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;

const RoundingSchema = v.strictObject({
  kinds: v.pipe(
    v.array(v.picklist(['in', 'out', 'meal-out', 'meal-in', 'break-out', 'break-in'])),
    v.minLength(1),
  ),
  minutes: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(60)),
  toward: v.picklist(['nearest', 'up', 'down']),
  /** With `nearest`: from this minute of the interval on, up. */
  turnsAtMinute: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
});

const AutomaticMealSchema = v.strictObject({
  tiers: v.pipe(
    v.array(
      v.strictObject({
        after: DurationSchema,
        compare: v.picklist(['more than', 'at least']),
        take: DurationSchema,
      }),
    ),
    v.minLength(1),
  ),
  besidePunched: v.picklist(['skip', 'top up', 'take as well']),
  placed: v.variant('at', [
    v.strictObject({ at: v.literal('clock time'), time: ClockTimeSchema }),
    v.strictObject({ at: v.literal('after work'), after: DurationSchema }),
    v.strictObject({ at: v.literal('end') }),
  ]),
});

const OvertimeSchema = v.strictObject({
  name: v.pipe(v.string(), v.minLength(1)),
  basis: v.picklist(['workday', 'workweek']),
  tiers: v.pipe(
    v.array(v.strictObject({ above: DurationSchema, multiplier: v.pipe(v.number(), v.gtValue(1)) })),
    v.minLength(1),
  ),
  /** Less overtime than this pays as ordinary; once reached, all of it pays. */
  least: v.optional(DurationSchema),
});

const PremiumSchema = v.strictObject({
  name: v.pipe(v.string(), v.minLength(1)),
  from: ClockTimeSchema,
  to: ClockTimeSchema,
});

/** The pay rules a group works under, as a plain JSON object. */
export const RulebookSchema = v.strictObject({
  name: v.pipe(v.string(), v.minLength(1)),
  pairing: v.strictObject({
    repeatWindow: DurationSchema,
    longestSpell: DurationSchema,
    shiftGap: DurationSchema,
  }),
  rounding: v.array(RoundingSchema),
  breaks: v.strictObject({
    /** Breaks up to this long are paid. */
    paidUpTo: DurationSchema,
    automaticMeal: v.optional(AutomaticMealSchema),
  }),
  workday: v.strictObject({
    startsAt: ClockTimeSchema,
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
  premiums: v.array(PremiumSchema),
});
export type Rulebook = v.InferOutput<typeof RulebookSchema>;
export const weekdayNumber = (name: (typeof WEEKDAYS)[number]): number => WEEKDAYS.indexOf(name);
