import type * as v from 'valibot';
import { type Together, typedBy } from '../../kinds/define.ts';
import type { Resolver } from '../../model/names.ts';
import { departments } from './conditions/departments.ts';
import { jobs } from './conditions/jobs.ts';
import { sites } from './conditions/sites.ts';
import { time } from './conditions/time.ts';
import { withinPlan } from './conditions/within-plan.ts';
import type { Condition } from './types.ts';

/** Every condition that a premium may state. */
export const CONDITIONS = [time, jobs, departments, sites, withinPlan] as const;

/** The fields of all conditions, for the schema of a premium. */
export const conditionFields = typedBy<Together<(typeof CONDITIONS)[number]['settings']> & v.ObjectEntries>(
  Object.assign({}, ...CONDITIONS.map(({ settings }) => settings)),
);

/** The conditions that a premium states. */
export const conditionsOf = (premium: object, resolver: Resolver): Condition[] =>
  CONDITIONS.map((kind) => kind.compile(premium, resolver)).filter((condition) => condition !== null);
