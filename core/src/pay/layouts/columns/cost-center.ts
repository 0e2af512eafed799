import { textColumn } from '../define.ts';

/** Who bears the cost, by its code. */
export const costCenter = textColumn({
  name: 'cost center',
  label: 'Cost center',
  says: 'Who bears the cost, by its code.',
  headings: ['cost', 'costcenter', 'costcentre', 'cc'],
  needs: ['cost center'],
  text: ({ first }) => first.costCenter,
});
