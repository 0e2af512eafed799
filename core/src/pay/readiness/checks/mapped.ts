import { defineCheck } from '../define.ts';

/** Every hour has a pay code. */
export const mapped = defineCheck({
  name: 'mapped',
  weight: 'must',
  met: 'Every hour has a pay code',
  unmet: (count) => `${count === 1 ? 'One sort of hours has' : `${count} sorts of hours have`} no pay code`,
  cases: ({ uncaught }, write) =>
    uncaught.map(({ what, lines, hours }) => ({
      personId: null,
      about: what,
      says: `${write.hoursWithUnit(hours)} in ${lines.toLocaleString('en')} ${lines === 1 ? 'line' : 'lines'} fall into the catch-all.`,
    })),
});
