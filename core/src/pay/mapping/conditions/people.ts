import { defineMappingCondition } from '../define.ts';
import { code } from '../values.ts';

/** Only these people, by their numbers. */
export const people = defineMappingCondition({
  name: 'people',
  label: 'Person',
  says: 'Only these people, by their numbers.',
  isTyped: true,
  value: code,
  of: ({ person }) => person,
});
