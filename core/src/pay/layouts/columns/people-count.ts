import { defineColumn } from '../define.ts';

/** How many people there are. */
export const peopleCount = defineColumn({
  name: 'people count',
  label: 'How many people',
  says: 'How many people the lines are about.',
  settings: {},
  begins: {},
  ofFile: (_, _batch, { people }) => ({ text: String(people), number: people }),
});
