import type { Example } from '../kinds/example.ts';
import type { MealFault } from '../model/breaks.ts';
import { defineException } from './define.ts';
import { ofShifts } from './of-shifts.ts';

/** What the examples of all three stand on. */
const ONE_MEAL_DUE = {
  breaks: { paidUpTo: 'PT20M', mealsDue: [{ whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' }] },
};

/** A fault of a meal that was due: looked for where the rulebook says which meals are. */
export const mealFault = <Kind extends MealFault['kind']>(
  kind: Kind,
  {
    day,
    ...words
  }: {
    readonly label: string;
    readonly sentence: string;
    readonly says: string;
    readonly day: Example['day'];
  },
) =>
  defineException({
    name: `meal-${kind}` as const,
    ...words,
    example: { rules: ONE_MEAL_DUE, day },
    measures: 'time',
    unlessSaid: ({ breaks }) => (breaks.mealsDue === undefined ? 'off' : 'to look at'),
    settings: {},
    limits: () => ({}),
    cannotBe: ({ breaks }) =>
      breaks.mealsDue === undefined
        ? 'It cannot be found without knowing which meals are due: give breaks.mealsDue.'
        : null,
    find: (input, ruleOn) =>
      ofShifts(input, ruleOn, ({ breaks, workday }, { firstIn }) =>
        breaks.mealFaults
          .filter((fault) => fault.kind === kind)
          .map(({ at, nth, seconds, due }) => ({
            at,
            about: `${workday}-${firstIn.at}-${nth}`,
            measured: seconds,
            limit: kind === 'late' ? due.startsBySeconds : due.leastSeconds,
          })),
      ),
  });
