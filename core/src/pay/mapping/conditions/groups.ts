import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only people of one of these pay groups, by their codes. */
export const groups = defineMappingCondition({
  name: 'groups',
  label: 'Pay group',
  says: 'Only people of one of these pay groups, by their codes.',
  value: code,
  of: ({ group }) => group,
});
