import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only what was worked in a job of one of these types: a type can so be paid from codes of its own. */
export const jobTypes = defineMappingCondition({
  name: 'jobTypes',
  label: 'Job type',
  says: 'Only what was worked in a job of one of these types: a type can so be paid from codes of its own.',
  value: code,
  of: ({ jobType }) => jobType,
});
