import { are, defineCheck } from '../define.ts';

/** Somebody stands for every card. */
export const approved = defineCheck({
  name: 'approved',
  weight: 'why',
  met: 'Every card is approved',
  unmet: (count) => `${are(count, 'card')} not approved`,
  cases: ({ cards }) =>
    cards
      .filter(({ isApproved }) => !isApproved)
      .map(({ personId, name }) => ({ personId, about: name, says: 'Nobody stands for it as it is.' })),
});
