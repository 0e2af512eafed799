import * as v from 'valibot';
import { defineStep } from '../../kinds/define.ts';
import { on } from '../../kinds/example.ts';
import { optionalSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { seconds } from '../../time/units.ts';
import type { HoldRules } from './types.ts';

/** How near a shift must come to a plan to be the one that was planned, where the rulebook does not say. */
const DEFAULT_REACH = seconds(2 * 3600);

/** How far a punch is taken for what was planned. */
export const holding = defineStep({
  section: 'Holding to the plan',
  settings: {
    plan: v.optional(
      v.strictObject({
        reach: v.optional(duration),
        earlyIn: v.optional(duration),
        lateIn: v.optional(duration),
        earlyOut: v.optional(duration),
        lateOut: v.optional(duration),
      }),
    ),
  },
  compile({ plan = {} }): { hold: HoldRules } {
    return {
      hold: {
        reachSeconds: optionalSeconds(plan.reach) ?? DEFAULT_REACH,
        earlyInSeconds: optionalSeconds(plan.earlyIn),
        lateInSeconds: optionalSeconds(plan.lateIn),
        earlyOutSeconds: optionalSeconds(plan.earlyOut),
        lateOutSeconds: optionalSeconds(plan.lateOut),
      },
    };
  },
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
});
