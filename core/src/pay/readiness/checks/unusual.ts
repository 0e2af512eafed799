import { decimalHours } from '../../../time/hours.ts';
import { defineCheck, people } from '../define.ts';
import { isFar, usualOf } from '../usual.ts';

/** Nobody is far from what their last periods paid. */
export const unusual = defineCheck({
  name: 'unusual',
  weight: 'look',
  met: 'Everybody is near their last periods',
  unmet: (count) => `${people(count)} far from their last periods`,
  cases: ({ cards }) =>
    cards.flatMap(({ personId, name, payableHours, past }) => {
      const usual = usualOf(past);
      if (usual === null || !isFar(payableHours, usual)) return [];
      return [
        {
          personId,
          about: name,
          says: `${decimalHours(payableHours)} h; the middle of ${past.length} periods is ${decimalHours(usual.median)}.`,
        },
      ];
    }),
});
