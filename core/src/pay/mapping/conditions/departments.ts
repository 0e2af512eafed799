import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only what was worked for one of these departments, by their codes. */
export const departments = defineMappingCondition({
  name: 'departments',
  label: 'Department',
  says: 'Only what was worked for one of these departments, by their codes.',
  value: code,
  of: ({ department }) => department,
});
