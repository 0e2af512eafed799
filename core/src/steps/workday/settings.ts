import * as v from 'valibot';
import { defineStep } from '../../kinds/define.ts';
import { days } from '../../kinds/example.ts';
import type { WorkdayRules } from '../../model/workday-rules.ts';
import { clockSeconds } from '../../time/lengths.ts';
import { clockTime, WEEKDAYS } from '../../time/schemas.ts';

/** Where workdays and workweeks begin, and to which day a shift across the line belongs. */
export const workdays = defineStep({
  section: 'Workday and workweek',
  settings: {
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
  },
  compile({ workday, workweek }): { workday: WorkdayRules } {
    return {
      workday: {
        startsAtSeconds: clockSeconds(workday.startsAt),
        shiftBelongsTo: workday.shiftBelongsTo,
        weekStartsOn: WEEKDAYS.indexOf(workweek.startsOn),
      },
    };
  },
  fields: [
    {
      field: 'workday.startsAt, workday.shiftBelongsTo',
      says: 'A shift across the line where workdays meet belongs to the `day it starts`, the `day it ends`, the `day of its larger part`, or is `split at the line`.',
      rules: {
        workday: { startsAt: '00:00', shiftBelongsTo: 'split at the line' },
        overtime: [{ name: 'Over 5 hours', basis: 'workday', tiers: [{ above: 'PT5H', multiplier: 1.5 }] }],
      },
      day: {
        punches: [
          '2026-10-20 20:00 in',
          '2026-10-21 04:00 out',
          '2026-10-21 20:00 in',
          '2026-10-21 23:00 out',
        ],
        gives: { ordinary: '9', 'overtime-1.5': '2' },
      },
    },
    {
      field: 'workday.shiftBelongsTo: the larger part',
      says: 'The larger part is of what is paid, breaks taken out. Of two equal parts the earlier day has it: here three hours before midnight and, without the meal, three after it are all paid as Tuesday.',
      rules: {
        workday: { startsAt: '00:00', shiftBelongsTo: 'day of its larger part' },
        premiums: [{ name: 'Tuesday', weekdays: ['tuesday'] }],
      },
      day: {
        punches: [
          '2026-10-20 21:00 in',
          '2026-10-21 01:00 meal-out',
          '2026-10-21 02:00 meal-in',
          '2026-10-21 04:00 out',
        ],
        gives: { ordinary: '6', 'premium:Tuesday': '6' },
      },
    },
    {
      field: 'workweek.startsOn',
      says: 'The weekday on which a workweek starts, at the start of its workday.',
      rules: {
        workweek: { startsOn: 'sunday' },
        overtime: [
          { name: 'Over 40 hours', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
        ],
      },
      day: {
        punches: days('2026-10-18', [8, 17], [8, 17], [8, 17], [8, 17], [8, 17]),
        gives: { ordinary: '40', 'overtime-1.5': '5' },
      },
    },
  ],
});
