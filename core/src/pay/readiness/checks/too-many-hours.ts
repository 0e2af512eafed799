import { defineCheck, people } from '../define.ts';

/** Nobody is paid more hours than can be true. */
export const tooManyHours = defineCheck({
  name: 'too many hours',
  weight: 'why',
  met: 'Nobody has more hours than can be true',
  unmet: (count) => `${people(count)} with more hours than can be true`,
  cases: ({ cards, firstDay, lastDay, settings }, write) => {
    const most = settings.hoursADay * (lastDay - firstDay + 1);
    return cards
      .filter(({ payableHours }) => payableHours > most)
      .map(({ personId, name, payableHours }) => ({
        personId,
        about: name,
        says: `${write.hoursWithUnit(payableHours)} are more than ${write.hoursWithUnit(most)}.`,
      }));
  },
});
