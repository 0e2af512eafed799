import { nameIn } from '../class-values.ts';
import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only leave of these kinds, by their codes. */
export const leave = defineMappingCondition({
  name: 'leave',
  label: 'Leave',
  says: 'Only leave of these kinds, by their codes.',
  value: code,
  of: ({ classId }) => nameIn(classId, 'leave'),
});
