import { defineCheck } from '../define.ts';

/** Every badge that was used in the period has an owner; punches of others pay nobody. */
export const ownedBadges = defineCheck({
  name: 'owned badges',
  weight: 'why',
  met: 'Every badge that was used is somebody’s',
  unmet: (count) =>
    count === 1 ? 'A badge that nobody owns was used' : `${count} badges that nobody owns were used`,
  cases: ({ unownedBadges }) =>
    unownedBadges.map(({ code, punches }) => ({
      personId: null,
      about: code,
      says: `${punches === 1 ? 'One punch pays' : `${punches.toLocaleString('en')} punches pay`} nobody.`,
    })),
});
