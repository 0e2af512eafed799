import { nameIn } from '../class-values.ts';
import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only the guarantees of these names. */
export const guarantees = defineMappingCondition({
  name: 'guarantees',
  label: 'Guarantee',
  says: 'Only the guarantees of these names.',
  value: code,
  of: ({ classId }) => nameIn(classId, 'guarantee'),
});
