import { defineCheck, people } from '../define.ts';

/** Nobody is paid for the same days in two pay groups. */
export const twoGroups = defineCheck({
  name: 'two groups',
  weight: 'why',
  met: 'Nobody is paid in two groups',
  unmet: (count) => `${people(count)} paid in two groups`,
  cases: ({ cards }) =>
    cards
      .filter(({ alsoIn }) => alsoIn.length > 0)
      .map(({ personId, name, alsoIn }) => ({
        personId,
        about: name,
        says: `Paid for the same days in ${alsoIn.join(', ')} as well.`,
      })),
});
