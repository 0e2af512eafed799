import { decimalHours } from '../../../time/hours.ts';
import { defineCheck } from '../define.ts';

/** Every hour has a pay code. */
export const mapped = defineCheck({
  name: 'mapped',
  weight: 'must',
  met: 'Every hour has a pay code',
  unmet: (count) => `${count === 1 ? 'One sort of hours has' : `${count} sorts of hours have`} no pay code`,
  cases: ({ uncaught }) =>
    uncaught.map(({ what, lines, hours }) => ({
      personId: null,
      about: what,
      says: `${decimalHours(hours)} h in ${lines.toLocaleString('en')} ${lines === 1 ? 'line' : 'lines'} fall into the catch-all.`,
    })),
});
