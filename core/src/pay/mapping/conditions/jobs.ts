import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only what was worked in one of these jobs, by their codes. */
export const jobs = defineMappingCondition({
  name: 'jobs',
  label: 'Job',
  says: 'Only what was worked in one of these jobs, by their codes.',
  value: code,
  of: ({ job }) => job,
});
