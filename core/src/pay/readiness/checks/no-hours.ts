import { defineCheck, people } from '../define.ts';

/** Everybody has hours. */
export const noHours = defineCheck({
  name: 'no hours',
  weight: 'look',
  met: 'Everybody has hours',
  unmet: (count) => `${people(count)} without hours`,
  cases: ({ cards }) =>
    cards
      .filter(({ codes, payableHours }) => codes.size === 0 && payableHours === 0)
      .map(({ personId, name }) => ({ personId, about: name, says: 'Nothing is paid in this period.' })),
});
