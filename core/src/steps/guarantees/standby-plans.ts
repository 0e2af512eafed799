import type { Plan } from '../../model/plan.ts';
import type { Workday } from '../../time/units.ts';
import type { GuaranteeRule } from './types.ts';

type RulesOn = (day: Workday) => { readonly guarantees: readonly GuaranteeRule[] };

/**
 * True of a plan in which one is free to be elsewhere: nothing is held to it, nobody is absent from it, and no other guarantee is measured
 * by it.
 */
const isStandby = (plan: Plan, rulesOn: RulesOn): boolean =>
  rulesOn(plan.workday).guarantees.some(({ paysToBeReached }) => paysToBeReached?.(plan) === true);

/** The plans that are to be worked, in their order. */
export const plansToWork = (
  plans: readonly Plan[],
  editions: { readonly together: { readonly hasGuarantees: boolean }; on: RulesOn },
): readonly Plan[] =>
  editions.together.hasGuarantees
    ? plans.filter((plan) => !isStandby(plan, (day) => editions.on(day)))
    : plans;
