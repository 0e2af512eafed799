import { nameIn } from '../class-values.ts';
import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only the premiums of these names. */
export const premiums = defineMappingCondition({
  name: 'premiums',
  label: 'Premium',
  says: 'Only the premiums of these names.',
  value: code,
  of: ({ classId }) => nameIn(classId, 'premium'),
});
