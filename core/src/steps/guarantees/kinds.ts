import { callOut } from './kinds/call-out.ts';
import { mealPremium } from './kinds/meal-premium.ts';
import { shareOfPlan } from './kinds/share-of-plan.ts';
import { splitShift } from './kinds/split-shift.ts';
import { standby } from './kinds/standby.ts';

/** Every kind of guarantee there is. */
export const GUARANTEES = [callOut, shareOfPlan, mealPremium, splitShift, standby] as const;
