import { defineCheck } from '../define.ts';

/** No code is paid for the first time. */
export const newCodes = defineCheck({
  name: 'new codes',
  weight: 'look',
  met: 'No code is paid for the first time',
  unmet: (count) => `${count === 1 ? 'A code is' : `${count} codes are`} paid for the first time`,
  cases({ cards, codesBefore }) {
    if (codesBefore === null) return [];
    const used = new Set(cards.flatMap(({ codes }) => [...codes]));
    return [...used]
      .filter((code) => !codesBefore.has(code))
      .sort()
      .map((code) => ({ personId: null, about: code, says: 'Never handed off before.' }));
  },
});
