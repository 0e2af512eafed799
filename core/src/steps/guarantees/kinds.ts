import type { GuaranteeKind } from './define.ts';
import { callOut } from './kinds/call-out.ts';
import { mealPremium } from './kinds/meal-premium.ts';
import { shareOfPlan } from './kinds/share-of-plan.ts';
import { splitShift } from './kinds/split-shift.ts';
import { standby } from './kinds/standby.ts';

/** Every kind of guarantee there is. */
export const GUARANTEES = [callOut, shareOfPlan, mealPremium, splitShift, standby] as const;

/** The kind that a rule of a rulebook names. Throws a RangeError where there is none. */
export function guaranteeKind(rule: { readonly kind: string }): GuaranteeKind {
  const kind = GUARANTEES.find(({ name }) => name === rule.kind);
  if (kind === undefined) throw new RangeError(`No guarantee is called ${rule.kind}.`);
  return kind;
}
