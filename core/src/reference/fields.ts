import { CORRECTIONS } from '../corrections/kinds.ts';
import { EXCEPTIONS } from '../exceptions/kinds.ts';
import type { Rulebook } from '../rulebook/schema.ts';
import { base, days } from '../rulebook/starters/base.ts';
import { GUARANTEES } from '../steps/guarantees/kinds.ts';
import { BASES } from '../steps/overtime/bases.ts';
import { CONDITIONS } from '../steps/premiums/conditions.ts';
import { type Example, on } from './example.ts';

/** One field of a rulebook as docs/rulebook.md explains it: in words, by an example, and by what the example gives. */
export interface FieldExample extends Example {
  readonly field: string;
  readonly says: string;
}

const eightToFive = on('2026-10-19', '08:00 in', '17:00 out');
const daily = (more: Partial<Rulebook['overtime'][number]> = {}): Rulebook['overtime'][number] => ({
  name: 'Over 8 hours',
  basis: 'workday',
  tiers: [{ above: 'PT8H', multiplier: 1.5 }],
  ...more,
});

/** Every field, in the order of the calculation. */
export const FIELDS: readonly { readonly section: string; readonly fields: readonly FieldExample[] }[] = [
  {
    section: 'The rulebook',
    fields: [
      {
        field: 'name, source, proofDays',
        says: 'What it is called, where its rules come from, and days that show what it must give. `npm run -s heath -- rulebook check FILE` computes the proof days.',
        rules: {},
        day: { punches: eightToFive, gives: { ordinary: '9' } },
      },
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
  },
  {
    section: 'Pairing',
    fields: [
      {
        field: 'pairing.repeatWindow',
        says: 'Punches of one kind, each within this time of the one before, are one, and the first of them counts: somebody pressed again to be sure. A repeat of a repeat is one too.',
        rules: {},
        day: {
          punches: on('2026-10-19', '08:00 in', '08:02 in', '08:04 in', '17:00 out', '17:01 out'),
          gives: { ordinary: '9' },
        },
      },
      {
        field: 'pairing: punches without a kind',
        says: 'A clock that does not tell in from out gives `undirected` punches. They alternate: one ends what was begun within the longest spell, or else begins something. They start anew after a gap longer than the longest spell and the shift gap, and after a punch that says what it is; so it does not matter from which day on hours are computed. Here the night of 19 October has no punch at its end: the next one, 24 hours later, begins a night of its own.',
        rules: {},
        day: {
          punches: [
            '2026-10-19 18:00 undirected',
            '2026-10-20 18:00 undirected',
            '2026-10-21 05:00 undirected',
          ],
          gives: { ordinary: '11' },
          exceptions: ['missing-out'],
        },
      },
      {
        field: 'pairing.longestSpell',
        says: 'An in that meets no out within this time is a missing out and pays nothing.',
        rules: {},
        day: {
          punches: ['2026-10-19 08:00 in', '2026-10-19 22:01 out'],
          gives: {},
          exceptions: ['missing-out', 'missing-in'],
        },
      },
      {
        field: 'pairing.shiftGap',
        says: 'An in after a longer gap starts a new shift. Here the second is a shift of its own, and is topped up as a call-out.',
        rules: { guarantees: [{ kind: 'call-out', name: 'Call-out', least: 'PT3H', jobs: ['Storm duty'] }] },
        day: {
          punches: on('2026-10-19', '08:00 in', '16:00 out', '20:30 in Storm duty', '21:30 out'),
          gives: { ordinary: '9', 'guarantee:Call-out': '2' },
        },
      },
    ],
  },
  {
    section: 'Holding to the plan',
    fields: [
      {
        field: 'plan.earlyIn, plan.lateOut',
        says: 'An in so much before the planned start, or an out so much after the planned end, is held to the plan. What is held is not rounded.',
        rules: { plan: { earlyIn: 'PT15M', lateOut: 'PT10M' } },
        day: {
          punches: on('2026-10-19', '07:47 in', '16:09 out'),
          plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
          gives: { ordinary: '8' },
        },
      },
      {
        field: 'plan.lateIn, plan.earlyOut',
        says: 'An in so much after the planned start, or an out so much before the planned end, is forgiven.',
        rules: { plan: { lateIn: 'PT5M', earlyOut: 'PT5M' } },
        day: {
          punches: on('2026-10-19', '08:04 in', '15:57 out'),
          plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
          gives: { ordinary: '8' },
        },
      },
      {
        field: 'plan.reach',
        says: 'How far a shift may lie from a plan and still be the one that was planned; two hours where it is not given.',
        rules: {
          plan: { reach: 'PT30M', earlyIn: 'PT1H' },
          exceptions: { 'not-planned': { severity: 'note' } },
        },
        day: {
          punches: on('2026-10-19', '06:00 in', '07:29 out'),
          plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
          gives: { ordinary: '1.48' },
          exceptions: ['not-planned'],
        },
      },
    ],
  },
  {
    section: 'Rounding',
    fields: [
      {
        field: 'rounding: kinds, minutes, toward, turnsAtMinute',
        says: "Each punch of the kinds named is rounded on the wall clock: `nearest`, `up`, `down`, in `person's favor` or in `employer's favor`. The minutes divide an hour, so that the same shift is rounded alike every day. `nearest` needs `turnsAtMinute`, the first minute that goes up, from 1 to one less than the minutes: 8 of 15 sends 1 to 7 down and 8 to 14 up. No other way has it.",
        rules: { rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }] },
        day: { punches: on('2026-10-19', '07:53 in', '16:08 out'), gives: { ordinary: '8.25' } },
      },
      {
        field: 'rounding: of',
        says: 'Instead of punches, the length of each `spell`, or the total of a `shift` or a `day`, to any number of minutes. What is added or taken lies at the end.',
        rules: { rounding: [{ of: 'day', minutes: 30, toward: 'down' }] },
        day: {
          punches: on('2026-10-19', '08:00 in', '12:20 out', '13:00 in', '17:20 out'),
          gives: { ordinary: '8.5' },
        },
      },
    ],
  },
  {
    section: 'Breaks and meals',
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
      {
        field: 'breaks.mealsDue',
        says: 'Meals that must be taken: where the shift works over `whenWorkOver`, a meal starts at the latest after `startsBy` of work and lasts at least `least`. The first of the list is met by the first meal, the second by the second. A punched meal counts whether it is paid or not, and so does the automatic one; a break never does.',
        rules: {
          breaks: {
            paidUpTo: 'PT20M',
            mealsDue: [{ whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' }],
          },
        },
        day: {
          punches: on('2026-10-19', '08:00 in', '13:30 meal-out', '14:00 meal-in', '17:00 out'),
          gives: { ordinary: '8.5' },
          exceptions: ['meal-late'],
        },
      },
    ],
  },
  {
    section: 'Workday and workweek',
    fields: [
      {
        field: 'workday.startsAt, workday.shiftBelongsTo',
        says: 'A shift across the line where workdays meet belongs to the `day it starts`, the `day it ends`, the `day of its larger part`, or is `split at the line`.',
        rules: {
          workday: { startsAt: '00:00', shiftBelongsTo: 'split at the line' },
          overtime: [daily({ tiers: [{ above: 'PT5H', multiplier: 1.5 }] })],
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
  },
  {
    section: 'Overtime',
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
        says: 'Leave by these codes counts toward the rule, before the work. It is never overtime itself.',
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
          leave: [{ date: '2026-10-21', code: 'Annual', hours: '8' }],
          gives: { ordinary: '8', 'overtime-1.5': '5', 'leave:Annual': '8' },
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
  },
  {
    section: 'Premiums',
    fields: [
      ...CONDITIONS.map(({ name, says, example }) => ({ field: `premiums: ${name}`, says, ...example })),
      {
        field: 'premiums: wholeShift',
        says: 'Paid for the whole shift when `enough` of it, `most` of it or its `start` lies inside.',
        rules: { premiums: [{ name: 'Night', from: '22:00', to: '06:00', wholeShift: { when: 'most' } }] },
        day: {
          punches: ['2026-10-20 21:00 in', '2026-10-21 05:00 out'],
          gives: { ordinary: '8', 'premium:Night': '8' },
        },
      },
      {
        field: 'premiums: least',
        says: 'Less inside in one shift pays none.',
        rules: { premiums: [{ name: 'Night', from: '22:00', to: '06:00', least: 'PT2H' }] },
        day: { punches: on('2026-10-20', '16:00 in', '23:30 out'), gives: { ordinary: '7.5' } },
      },
      {
        field: 'premiums: additive',
        says: 'With `false`, it is not paid for hours that a premium before it in the list is paid for.',
        rules: {
          premiums: [
            { name: 'Sunday', weekdays: ['sunday'] },
            { name: 'Evening', from: '18:00', to: '22:00', additive: false },
          ],
        },
        day: {
          punches: on('2026-10-25', '16:00 in', '20:00 out'),
          gives: { ordinary: '4', 'premium:Sunday': '4' },
        },
      },
    ],
  },
  {
    section: 'Guarantees',
    fields: [
      ...GUARANTEES.map(({ name, says, example }) => ({ field: `guarantees: ${name}`, says, ...example })),
    ],
  },
  {
    section: 'Exceptions',
    fields: [
      {
        field: 'exceptions',
        says: 'For each kind its `severity`: whether it `holds up` the handoff, is there `to look at`, is a `note` or is `off`, with its limits.',
        rules: {
          exceptions: {
            'rest-under': { severity: 'to look at', under: 'PT11H' },
            'daily-over': { severity: 'note', over: 'PT10H' },
          },
        },
        day: {
          punches: days('2026-10-19', [11, 22], [8, 12]),
          gives: { ordinary: '15' },
          exceptions: ['daily-over', 'rest-under'],
        },
      },
      ...EXCEPTIONS.map(({ name, label, says, example }) => ({
        field: `exceptions.${name}`,
        says: `${label}. ${says}`,
        ...example,
      })),
    ],
  },
  {
    section: 'Corrections',
    fields: CORRECTIONS.map(({ name, label, says, settings, example }) => ({
      field: `corrections: ${name}`,
      says: `${label}. ${says} Settings: ${Object.keys(settings)
        .map((setting) => `\`${setting}\``)
        .join(', ')}.`,
      ...example,
    })),
  },
];

/** The whole rulebook of an example. */
export const rulesOf = ({ field, rules, day }: FieldExample): object => ({
  ...base,
  name: field,
  ...rules,
  proofDays: [{ name: field, zone: 'Europe/London', ...day }],
});
