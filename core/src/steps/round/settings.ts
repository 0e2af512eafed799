import * as v from 'valibot';
import { defineStep, type Say } from '../../kinds/define.ts';
import { on } from '../../kinds/example.ts';
import type { Rounding, RoundingRules } from '../../model/rounding.ts';
import { amountFields, checkTurn, roundingOf } from './amount.ts';

const PUNCH_KINDS = ['in', 'out', 'meal-out', 'meal-in', 'break-out', 'break-in'] as const;
const RoundingSchema = v.pipe(
  v.strictObject({
    of: v.optional(v.picklist(['punch', 'spell', 'shift', 'day'])),
    kinds: v.optional(v.pipe(v.array(v.picklist(PUNCH_KINDS)), v.minLength(1, 'Name at least one kind.'))),
    ...amountFields,
  }),
  v.description(
    'What is rounded: each punch of the kinds named (the default), each spell, or the total of a shift or a day; to how many minutes, and which way. With nearest, turnsAtMinute is the first minute that goes up.',
  ),
);

type RoundingSettings = v.InferOutput<typeof RoundingSchema>;

/** What is rounded, to how much and which way. */
export const rounding = defineStep({
  section: 'Rounding',
  settings: { rounding: v.array(RoundingSchema) },
  cannotBe({ rounding: rules }, say) {
    for (const [i, rule] of rules.entries()) checkRounding(rule, `rounding.${i}`, say);
    checkRoundingTogether(rules, say);
  },
  compile: ({ rounding: rules }) => ({ rounding: compiledRounding(rules) }),
  fields: [
    {
      field: 'rounding: kinds, minutes, toward, turnsAtMinute',
      says: "Each punch of the kinds named is rounded on the wall clock: `nearest`, `up`, `down`, in `person's favor` or in `employer's favor`. The minutes divide an hour, so that the same shift is rounded alike every day. `nearest` needs `turnsAtMinute`, the first minute that goes up, from 1 to one less than the minutes: 8 of 15 sends 1 to 7 down and 8 to 14 up. No other way has it.",
      rules: { rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }] },
      day: { punches: on('2026-10-19', '07:53 in', '16:08 out'), gives: { ordinary: '8.25' } },
    },
    {
      field: 'rounding: of',
      says: 'Instead of punches, the paid time of each `spell`, of a `shift` or of a `day`, to any number of minutes, as a whole. A spell ends at every gap that is not paid. What is taken comes off the end; what is added has no place on the clock, and the class, job and premiums of the last second.',
      rules: { rounding: [{ of: 'day', minutes: 30, toward: 'down' }] },
      day: {
        punches: on('2026-10-19', '08:00 in', '12:20 out', '13:00 in', '17:20 out'),
        gives: { ordinary: '8.5' },
      },
    },
  ],
});

/** Kinds that start work: in the person's favor, they go down. */
const STARTS = new Set(['in', 'meal-in', 'break-in']);

function compiledRounding(rules: readonly RoundingSettings[]): RoundingRules {
  const punches: Partial<Record<string, Rounding>> = {};
  for (const rule of rules) {
    for (const kind of rule.kinds ?? []) punches[kind] ??= roundingOf(rule, STARTS.has(kind));
  }
  const total = (of: RoundingSettings['of']) => {
    const rule = rules.find((candidate) => candidate.of === of);
    return rule === undefined ? null : roundingOf(rule, false);
  };
  return { punches, spell: total('spell'), shift: total('shift'), day: total('day') };
}

function checkRounding(rule: RoundingSettings, path: string, say: Say): void {
  checkTurn(rule, path, say);
  const { of = 'punch', kinds } = rule;
  if (of === 'punch' && kinds === undefined)
    say(
      `${path}.kinds`,
      'Rounding of punches says which kinds: in, out, meal-out, meal-in, break-out, break-in.',
    );
  // On the wall clock another step would begin each day at another minute: the same shift would pay otherwise every day.
  if (of === 'punch' && 60 % rule.minutes !== 0)
    say(
      `${path}.minutes`,
      `${rule.minutes} minutes do not divide an hour, so that the same shift would be rounded otherwise every day. Take 1, 2, 3, 4, 5, 6, 10, 12, 15, 20, 30 or 60.`,
    );
  if (of !== 'punch' && kinds !== undefined)
    say(`${path}.kinds`, `Rounding of a ${of} has no kinds of punch: leave them out.`);
}

/** Two rules for one thing contradict each other. */
function checkRoundingTogether(rules: readonly RoundingSettings[], say: Say): void {
  const seen = new Map<string, number>();
  rules.forEach((rule, i) => {
    const what = rule.of === undefined || rule.of === 'punch' ? (rule.kinds ?? []) : [`a ${rule.of}`];
    for (const one of what) {
      const first = seen.get(one);
      if (first !== undefined)
        say(`rounding.${i}`, `Rounding of ${one} is given twice, here and in rounding.${first}: keep one.`);
      seen.set(one, i);
    }
  });
}
