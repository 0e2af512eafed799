import * as v from 'valibot';
import { defineStep } from '../../kinds/define.ts';
import { on } from '../../kinds/example.ts';
import type { BreakRules } from '../../model/breaks.ts';
import { durationSeconds, optionalSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { seconds } from '../../time/units.ts';
import {
  AutomaticMealSchema,
  automaticMealFields,
  checkAutomaticMeal,
  compiledAutomaticMeal,
} from './automatic-meal.ts';
import { checkMealsDue, compiledMealDue, MealDueSchema, mealsDueFields } from './meals-due.ts';

/** Which breaks are paid, which meals are taken off, and which must be taken. */
export const breaks = defineStep({
  section: 'Breaks and meals',
  settings: {
    breaks: v.strictObject({
      paidUpTo: v.pipe(duration, v.description('Breaks up to this long are paid.')),
      allowance: v.optional(
        v.pipe(duration, v.description('Paid break time of one shift; what is beyond is unpaid.')),
      ),
      mealUnpaidFrom: v.optional(
        v.pipe(duration, v.description('Punched meals from this length on are unpaid.')),
      ),
      automaticMeal: v.optional(AutomaticMealSchema),
      mealsDue: v.optional(v.pipe(v.array(MealDueSchema), v.minLength(1))),
    }),
  },
  cannotBe({ breaks: { automaticMeal, mealsDue = [], allowance, paidUpTo } }, say) {
    if (automaticMeal !== undefined) checkAutomaticMeal(automaticMeal, 'breaks.automaticMeal', say);
    checkMealsDue(mealsDue, 'breaks.mealsDue', say);
    if (allowance !== undefined && durationSeconds(allowance) === 0 && durationSeconds(paidUpTo) > 0)
      say(
        'breaks.allowance',
        `No break time is paid, yet breaks up to ${paidUpTo} are: leave one of the two out.`,
      );
  },
  compile({ breaks: { paidUpTo, allowance, mealUnpaidFrom, automaticMeal, mealsDue = [] } }): {
    breaks: BreakRules;
  } {
    const paidUpToSeconds = durationSeconds(paidUpTo);
    return {
      breaks: {
        paidUpToSeconds,
        allowanceSeconds: optionalSeconds(allowance),
        // Without a least length, a meal is like any break: paid up to the paid length, unpaid from a second more on.
        mealUnpaidFromSeconds: optionalSeconds(mealUnpaidFrom) ?? seconds(paidUpToSeconds + 1),
        automaticMeal: automaticMeal === undefined ? null : compiledAutomaticMeal(automaticMeal),
        mealsDue: mealsDue.map(compiledMealDue),
      },
    };
  },
  fields: [
    {
      field: 'breaks.paidUpTo',
      says: 'A gap within a shift up to this long is paid, whether it is called a break, a meal or nothing; a longer one is not.',
      rules: {},
      day: {
        punches: on(
          '2026-10-19',
          '08:00 in',
          '10:00 break-out',
          '10:20 break-in',
          '12:00 meal-out',
          '12:30 meal-in',
          '17:00 out',
        ),
        gives: { ordinary: '8.5' },
      },
    },
    {
      field: 'breaks: gaps and rounding',
      says: 'Every gap is measured after holding to the plan and rounding: this one of 23 minutes lies between 10:00 and 10:20, and is paid.',
      rules: {
        rounding: [{ kinds: ['break-out', 'break-in'], minutes: 5, toward: 'down' }],
        breaks: { paidUpTo: 'PT20M' },
      },
      day: {
        punches: on('2026-10-19', '08:00 in', '10:01 break-out', '10:24 break-in', '17:00 out'),
        gives: { ordinary: '9' },
      },
    },
    {
      field: 'breaks.allowance',
      says: 'Paid break time of one shift, however it is divided, in place of a length up to which each break is paid; what is beyond is unpaid. Of one break of an hour, the first half hour is paid under an allowance of half an hour. A gap that is called nothing draws on it too, up to `paidUpTo`; meals never do.',
      rules: { breaks: { paidUpTo: 'PT20M', allowance: 'PT30M' } },
      day: {
        punches: on(
          '2026-10-19',
          '08:00 in',
          '10:00 break-out',
          '10:18 break-in',
          '14:00 break-out',
          '14:18 break-in',
          '17:00 out',
        ),
        gives: { ordinary: '8.9' },
      },
    },
    {
      field: 'breaks.allowance: one long break, and a meal',
      says: 'Here the break of an hour uses the allowance up: half of it is paid. The meal is paid because it is shorter than an unpaid one, not out of the allowance.',
      rules: { breaks: { paidUpTo: 'PT20M', allowance: 'PT30M', mealUnpaidFrom: 'PT30M' } },
      day: {
        punches: on(
          '2026-10-19',
          '08:00 in',
          '10:00 break-out',
          '11:00 break-in',
          '13:00 meal-out',
          '13:20 meal-in',
          '17:00 out',
        ),
        gives: { ordinary: '8.5' },
      },
    },
    {
      field: 'breaks.mealUnpaidFrom',
      says: 'A punched meal is unpaid from this length on; where it is not given, a meal is paid like any break.',
      rules: { breaks: { paidUpTo: 'PT20M', mealUnpaidFrom: 'PT30M' } },
      day: {
        punches: on('2026-10-19', '08:00 in', '12:00 meal-out', '12:29 meal-in', '17:00 out'),
        gives: { ordinary: '9' },
      },
    },
    ...automaticMealFields,
    ...mealsDueFields,
  ],
});
