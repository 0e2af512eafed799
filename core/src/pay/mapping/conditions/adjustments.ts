import { nameIn } from '../class-values.ts';
import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only flat adjustments of these codes. */
export const adjustments = defineMappingCondition({
  name: 'adjustments',
  label: 'Adjustment',
  says: 'Only flat adjustments of these codes.',
  value: code,
  of: ({ classId }) => nameIn(classId, 'adjustment'),
});
