import { defineCheck, people } from '../define.ts';

/** The pay system knows everybody by their number. */
export const knownPeople = defineCheck({
  name: 'known people',
  weight: 'why',
  met: 'The pay system knows everybody',
  unmet: (count) => `${people(count)} unknown to the pay system`,
  cases: ({ cards, known }) =>
    known === null
      ? []
      : cards
          .filter(({ number, codes }) => codes.size > 0 && !known.people.has(number))
          .map(({ personId, name, number }) => ({
            personId,
            about: name,
            says: `${number} is not in the pay system’s list.`,
          })),
});
