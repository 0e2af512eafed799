import { defineCheck } from '../define.ts';

/** Every exception that holds up the handoff is settled. */
export const settled = defineCheck({
  name: 'settled',
  weight: 'must',
  met: 'Every exception is settled',
  unmet: (count) =>
    `${count === 1 ? 'A card has' : `${count.toLocaleString('en')} cards have`} open exceptions`,
  cases: ({ cards }) =>
    cards
      .filter(({ toSettle }) => toSettle > 0)
      .map(({ personId, name, toSettle }) => ({
        personId,
        about: name,
        says: `${toSettle} ${toSettle === 1 ? 'exception is' : 'exceptions are'} open.`,
      })),
});
