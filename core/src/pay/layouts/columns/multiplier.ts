import { defineColumn } from '../define.ts';

/** How many times the rate is paid. */
export const multiplier = defineColumn({
  name: 'multiplier',
  label: 'Times the rate',
  says: 'How many times the rate worked time is paid; nothing where it was not worked.',
  headings: ['multiplier', 'factor', 'rate'],
  settings: {},
  begins: {},
  needs: ['code'],
  ofLine: (_, { first }, _batch, { decimalMark }) =>
    first.multiplier === null
      ? { text: '' }
      : { text: String(first.multiplier).replace('.', decimalMark), number: first.multiplier },
});
