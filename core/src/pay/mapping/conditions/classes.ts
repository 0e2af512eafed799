import * as v from 'valibot';
import { CLASS_KINDS, classKind } from '../class-values.ts';
import { defineMappingCondition } from '../define.ts';

/** Only lines of these kinds: ordinary time, overtime, premiums, leave, guarantees, flat adjustments or amounts. */
export const classes = defineMappingCondition({
  name: 'classes',
  label: 'Class',
  says: 'Only lines of these kinds: ordinary time, overtime, premiums, leave, guarantees, flat adjustments or amounts.',
  choices: CLASS_KINDS,
  value: v.picklist(CLASS_KINDS, 'Give ordinary, overtime, premium, leave, guarantee, adjustment or amount.'),
  of: ({ classId }) => classKind(classId),
});
