import { typedBy } from '../../kinds/define.ts';
import { adjustments } from './conditions/adjustments.ts';
import { amounts } from './conditions/amounts.ts';
import { classes } from './conditions/classes.ts';
import { costCenters } from './conditions/cost-centers.ts';
import { days } from './conditions/days.ts';
import { departments } from './conditions/departments.ts';
import { groups } from './conditions/groups.ts';
import { guarantees } from './conditions/guarantees.ts';
import { jobTypes } from './conditions/job-types.ts';
import { jobs } from './conditions/jobs.ts';
import { leave } from './conditions/leave.ts';
import { multipliers } from './conditions/multipliers.ts';
import { people } from './conditions/people.ts';
import { premiums } from './conditions/premiums.ts';
import { sites } from './conditions/sites.ts';
import { weekdays } from './conditions/weekdays.ts';

/** Every condition that a mapping rule may state, in the order in which one reads them. */
export const MAPPING_CONDITIONS = [
  classes,
  multipliers,
  premiums,
  leave,
  guarantees,
  adjustments,
  amounts,
  jobs,
  jobTypes,
  departments,
  sites,
  costCenters,
  groups,
  people,
  weekdays,
  days,
] as const;

type Kind = (typeof MAPPING_CONDITIONS)[number];

/** The fields of all conditions, for the schema of a rule. */
export const conditionFields = typedBy<{ readonly [K in Kind as K['name']]: K['values'] }>(
  Object.fromEntries(MAPPING_CONDITIONS.map(({ name, values }) => [name, values])),
);
