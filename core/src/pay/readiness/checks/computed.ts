import { are, defineCheck } from '../define.ts';

/** Every card is computed from what is there now. */
export const computed = defineCheck({
  name: 'computed',
  weight: 'must',
  met: 'Every card is computed',
  unmet: (count) => `${are(count, 'card')} being computed`,
  cases: ({ cards }) =>
    cards
      .filter(({ isComputed }) => !isComputed)
      .map(({ personId, name }) => ({ personId, about: name, says: 'Its punches changed a moment ago.' })),
});
