import { decimalHours } from '../../../time/hours.ts';
import { defineCheck, people } from '../define.ts';

/** Nobody is paid more hours than can be true. */
export const tooManyHours = defineCheck({
  name: 'too many hours',
  weight: 'why',
  met: 'Nobody has more hours than can be true',
  unmet: (count) => `${people(count)} with more hours than can be true`,
  cases: ({ cards, firstDay, lastDay, settings }) => {
    const most = settings.hoursADay * (lastDay - firstDay + 1);
    return cards
      .filter(({ payableHours }) => payableHours > most)
      .map(({ personId, name, payableHours }) => ({
        personId,
        about: name,
        says: `${decimalHours(payableHours)} h are more than ${decimalHours(most)}.`,
      }));
  },
});
