import * as v from 'valibot';
import { defineStep } from '../../kinds/define.ts';
import { on } from '../../kinds/example.ts';
import { stepOf } from '../../time/hours.ts';
import type { LineRules } from './lines.ts';

/** In what hours lines are paid. */
export const lines = defineStep({
  section: 'Hours',
  settings: {
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
        v.description(
          'In what hours lines are paid: so many decimals, or whole minutes or seconds (2 decimals where neither is given), rounded over the day (the default) or the pay period.',
        ),
      ),
    ),
  },
  cannotBe({ hours }, say) {
    if (hours?.decimals !== undefined && hours.whole !== undefined)
      say(
        'hours.whole',
        `Hours have ${hours.decimals} decimals or are whole ${hours.whole}: leave one of the two out.`,
      );
  },
  compile({ hours = {} }): { lines: LineRules } {
    const { decimals = 2, whole, roundedOver = 'day' } = hours;
    return { lines: { step: stepOf(whole === undefined ? { decimals } : { whole }), roundedOver } };
  },
  fields: [
    {
      field: 'hours: decimals, whole',
      says: 'In what hours lines are paid: so many `decimals` of an hour, from 0 to 4, or `whole` `minutes` or `seconds`; 2 decimals where neither is given. The lines of a day are apportioned so that they add up to the day.',
      rules: { hours: { decimals: 1 } },
      day: { punches: on('2026-10-19', '08:00 in', '16:14 out'), gives: { ordinary: '8.2' } },
    },
    {
      field: 'hours: roundedOver',
      says: 'Whether the sum of each `day` is rounded (the default) or that of the `pay period`; from there hours are apportioned down to days and lines. Three days of 8:07 are 24.36 h by the day, three times 8.12, and 24.35 by the period.',
      rules: { hours: { roundedOver: 'pay period' } },
      day: {
        punches: [
          ...on('2026-10-19', '08:00 in', '16:07 out'),
          ...on('2026-10-20', '08:00 in', '16:07 out'),
          ...on('2026-10-21', '08:00 in', '16:07 out'),
        ],
        gives: { ordinary: '24.35' },
      },
    },
  ],
});
