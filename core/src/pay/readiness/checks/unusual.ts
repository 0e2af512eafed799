import { defineCheck, people } from '../define.ts';
import { isFar, usualOf } from '../usual.ts';

/** Nobody is far from what their last periods paid. */
export const unusual = defineCheck({
  name: 'unusual',
  weight: 'look',
  met: 'Everybody is near their last periods',
  unmet: (count) => `${people(count)} far from their last periods`,
  cases: ({ cards }, write) =>
    cards.flatMap(({ personId, name, payableHours, past }) => {
      const usual = usualOf(past);
      if (usual === null || !isFar(payableHours, usual)) return [];
      return [
        {
          personId,
          about: name,
          says: `${write.hoursWithUnit(payableHours)}; the middle of ${past.length} periods is ${write.hoursWithUnit(usual.median)}.`,
        },
      ];
    }),
});
