import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only what one of these cost centers bears, by their codes. */
export const costCenters = defineMappingCondition({
  name: 'costCenters',
  label: 'Cost center',
  says: 'Only what one of these cost centers bears, by their codes.',
  value: code,
  of: ({ costCenter }) => costCenter,
});
