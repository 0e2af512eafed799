import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only what was worked at one of these sites, by their codes. */
export const sites = defineMappingCondition({
  name: 'sites',
  label: 'Site',
  says: 'Only what was worked at one of these sites, by their codes.',
  value: code,
  of: ({ site }) => site,
});
