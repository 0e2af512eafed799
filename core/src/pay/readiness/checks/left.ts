import { workdayInWords } from '../../../time/units.ts';
import { defineCheck, people } from '../define.ts';

/** Nobody is paid for days after their last one. */
export const left = defineCheck({
  name: 'left',
  weight: 'why',
  met: 'Nobody is paid for days after they left',
  unmet: (count) => `${people(count)} paid for days after they left`,
  cases: ({ cards }) =>
    cards.flatMap(({ personId, name, lastDay, lastPaidDay }) =>
      lastDay !== null && lastPaidDay !== null && lastPaidDay > lastDay
        ? [
            {
              personId,
              about: name,
              says: `Their last day was ${workdayInWords(lastDay)}, the last with hours is ${workdayInWords(lastPaidDay)}.`,
            },
          ]
        : [],
    ),
});
