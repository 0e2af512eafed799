import * as v from 'valibot';
import type { Say } from '../../kinds/define.ts';
import { type FieldExample, on } from '../../kinds/example.ts';
import type { AutomaticMeal } from '../../model/breaks.ts';
import { lengthOf } from '../../model/cut.ts';
import type { Shift } from '../../model/shift.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import { clockSeconds, durationSeconds } from '../../time/lengths.ts';
import { clockTime, duration } from '../../time/schemas.ts';
import { type Instant, instant, SECONDS_PER_DAY, seconds, wallClock } from '../../time/units.ts';
import { firstInstantOf, instantsOf, wallOf, type ZoneOffsets } from '../../time/zone.ts';
import { insertMeal, type Taking, takeOut, workIn } from './taking.ts';
import { checkUpward } from './upward.ts';

/** A meal that is taken off though nobody punched it. */
export const AutomaticMealSchema = v.pipe(
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
  v.description(
    'Taken off the work by the last tier that it reaches, beside what was punched, and placed where it lies.',
  ),
);

type AutomaticMealSettings = v.InferOutput<typeof AutomaticMealSchema>;

/** Tiers go upward, and each takes something off. */
export function checkAutomaticMeal({ tiers }: AutomaticMealSettings, path: string, say: Say): void {
  checkUpward(
    tiers.map(({ after }) => after),
    `${path}.tiers`,
    say,
  );
  tiers.forEach(({ take }, i) => {
    if (durationSeconds(take) === 0)
      say(`${path}.tiers.${i}.take`, 'A meal of no length takes nothing off: give it a length.');
  });
}

/** The automatic meal ready to be taken. */
export function compiledAutomaticMeal({
  tiers,
  besidePunched,
  placed,
}: AutomaticMealSettings): AutomaticMeal {
  return {
    // "At least 6 h" is "more than 5:59:59" in whole seconds.
    tiers: tiers.map(({ after, compare, take }) => ({
      overSeconds: seconds(durationSeconds(after) - (compare === 'at least' ? 1 : 0)),
      takeSeconds: durationSeconds(take),
    })),
    besidePunched,
    placed: compiledPlace(placed),
  };
}

function compiledPlace(placed: AutomaticMealSettings['placed']): AutomaticMeal['placed'] {
  if (placed.at === 'clock time') return { at: 'clock time', clockSeconds: clockSeconds(placed.time) };
  if (placed.at === 'after work') return { at: 'after work', afterSeconds: durationSeconds(placed.after) };
  return { at: 'end' };
}

/** Takes the automatic meal out of the work, where the rule places it. */
export function takeAutomatic(taking: Taking, meal: AutomaticMeal, take: number, offsets: ZoneOffsets): void {
  const start = mealStart(meal, taking, take, offsets);
  if (taking.meals !== null) {
    const workBefore = workIn(taking, Number.NEGATIVE_INFINITY, start);
    insertMeal(taking.meals, { at: instant(start), seconds: take, workBefore });
  }
  takeOut(taking, take, start, 'automatic-meal');
}

/** True where an instant lies within the shift, but in none of its gaps. */
export function cancelsAutomatic(shift: Shift, canceled: readonly Instant[]): boolean {
  const { spells } = shift;
  return canceled.some(
    (at) =>
      at >= itemAt(spells, 0).in.at &&
      at <= lastOf(spells).out.at &&
      !spells.some((spell, i) => i > 0 && at >= itemAt(spells, i - 1).out.at && at < spell.in.at),
  );
}

/** How much the automatic meal takes off: by the last tier that the work reaches, beside the unpaid meals that were punched. */
export function automaticLength(meal: AutomaticMeal, worked: number, unpaid: number): number {
  let take = 0;
  for (const tier of meal.tiers) if (worked > tier.overSeconds) take = tier.takeSeconds;
  if (unpaid > 0 && meal.besidePunched === 'skip') take = 0;
  if (meal.besidePunched === 'top up') take -= unpaid;
  return Math.max(0, Math.min(take, worked));
}

/** Where the meal starts: as placed, but never so late that it would not fit into the shift. */
function mealStart({ placed }: AutomaticMeal, taking: Taking, take: number, offsets: ZoneOffsets): number {
  const { worked, first } = taking;
  const latest = backFromEnd(taking, take);
  if (placed.at === 'end') return latest;
  if (placed.at === 'clock time')
    return Math.min(nextShowing(placed.clockSeconds, itemAt(worked, first).start, offsets), latest);
  let left: number = placed.afterSeconds;
  for (let i = first; i < worked.length; i++) {
    const stretch = itemAt(worked, i);
    if (left < lengthOf(stretch)) return Math.min(stretch.start + left, latest);
    left -= lengthOf(stretch);
  }
  return latest;
}

/** The first instant from another on at which the wall clock shows this time of day or, where it is skipped, more. */
function nextShowing(clockSeconds: number, from: Instant, offsets: ZoneOffsets): number {
  const today = Math.floor(wallOf(offsets, from) / SECONDS_PER_DAY);
  for (let date = today; ; date++) {
    const wall = wallClock(date * SECONDS_PER_DAY + clockSeconds);
    const shown = instantsOf(offsets, wall);
    for (const at of shown.length > 0 ? shown : [firstInstantOf(offsets, wall)]) if (at >= from) return at;
  }
}

/** The instant after which exactly `take` seconds of work are left. */
function backFromEnd({ worked, first }: Taking, take: number): number {
  let left = take;
  for (let i = worked.length - 1; i >= first; i--) {
    const { start, end } = itemAt(worked, i);
    if (left <= end - start) return end - left;
    left -= end - start;
  }
  return itemAt(worked, first).start;
}

/** Its fields in words, each with an example. */
export const automaticMealFields: readonly FieldExample[] = [
  {
    field: 'breaks.automaticMeal',
    says: 'By the last of `tiers` that the work reaches (`more than` or `at least`), so much is taken off; `compare` says which. `besidePunched` says what happens beside a punched meal: `skip` takes nothing, `top up` the rest, `take as well` all of it. `placed` says where it lies: at a `clock time`, `after work` of so many hours, or at the `end`; that decides which premium it thins. A correction can cancel it.',
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        automaticMeal: {
          tiers: [{ after: 'PT6H', compare: 'more than', take: 'PT30M' }],
          besidePunched: 'top up',
          placed: { at: 'clock time', time: '02:00' },
        },
      },
      premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
    },
    day: {
      punches: ['2026-10-20 20:00 in', '2026-10-21 04:00 out'],
      gives: { ordinary: '7.5', 'premium:Night': '5.5' },
    },
  },
  {
    field: 'breaks.automaticMeal.tiers: after how much work',
    says: 'Work is what would be paid without the automatic meal: paid breaks are in it, unpaid gaps are not. Present from 08:00 to 14:45 with a meal of 45 minutes is six hours of work, which is not more than six.',
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        automaticMeal: {
          tiers: [{ after: 'PT6H', compare: 'more than', take: 'PT30M' }],
          besidePunched: 'take as well',
          placed: { at: 'end' },
        },
      },
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 meal-out', '12:45 meal-in', '14:45 out'),
      gives: { ordinary: '6' },
    },
  },
  {
    field: 'breaks.automaticMeal.besidePunched: what a punched meal is',
    says: 'An unpaid gap that is called a meal, or is called nothing: somebody went out and came in again. A break is none, however long: here its 25 minutes are unpaid, and the meal is taken off all the same.',
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        automaticMeal: {
          tiers: [{ after: 'PT6H', compare: 'more than', take: 'PT30M' }],
          besidePunched: 'skip',
          placed: { at: 'end' },
        },
      },
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '10:00 break-out', '10:25 break-in', '17:00 out'),
      gives: { ordinary: '8.08' },
    },
  },
  {
    field: 'breaks.automaticMeal.placed: a clock time that the work does not reach',
    says: 'The meal lies where the clock next shows the time, from the start of the shift on, but never so late that it would not fit: it then lies at the end. Here the work ends before 02:00, and the meal thins the night by its half hour all the same.',
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        automaticMeal: {
          tiers: [{ after: 'PT4H', compare: 'more than', take: 'PT30M' }],
          besidePunched: 'skip',
          placed: { at: 'clock time', time: '02:00' },
        },
      },
      premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
    },
    day: {
      punches: ['2026-10-20 20:00 in', '2026-10-21 01:00 out'],
      gives: { ordinary: '4.5', 'premium:Night': '2.5' },
    },
  },
];
