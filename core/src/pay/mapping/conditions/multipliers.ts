import * as v from 'valibot';
import { defineMappingCondition } from '../define.ts';

/** Those that have a name in the trade. */
const NAMED = new Map([
  [1, 'ordinary'],
  [1.5, 'time and a half'],
  [2, 'double'],
]);

/** Only worked time that pays so many times the rate: 1 is ordinary, 2 is double. */
export const multipliers = defineMappingCondition({
  name: 'multipliers',
  label: 'Pays',
  says: 'Only worked time that pays so many times the rate: 1 is ordinary, 2 is double.',
  value: v.pipe(
    v.number('Give a number like 1.5.'),
    v.gtValue(0, 'A multiplier is more than 0.'),
    v.maxValue(10),
  ),
  of: ({ multiplier }) => multiplier,
  written: (times) => NAMED.get(times) ?? `×${times}`,
});
