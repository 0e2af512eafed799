import { nameIn } from '../class-values.ts';
import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only amounts of these names: units, miles, tips, expenses. */
export const amounts = defineMappingCondition({
  name: 'amounts',
  label: 'Amount',
  says: 'Only amounts of these names: units, miles, tips, expenses.',
  value: code,
  of: ({ classId }) => nameIn(classId, 'amount'),
});
