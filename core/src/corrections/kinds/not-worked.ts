import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { stretch } from '../fields.ts';
import { endsAfterStart } from '../stretch.ts';

/** Nothing was worked between two instants. */
export const notWorked = defineCorrection({
  name: 'not-worked',
  label: 'Not worked',
  says: 'Nothing was worked from one time to another: shifts, spells and lone punches inside do not count, and what of a spell lies inside is not paid. The punches that then stand are paired and rounded as if so clocked. Exceptions inside are settled, an absence too.',
  sentence: 'Not worked from {from} to {to}',
  settings: stretch,
  cannotBe: endsAfterStart,
  touches: ({ from, to }) => ({ instants: [from, to] }),
  lay({ from, to }, { notWorked }) {
    notWorked.push({ from, to });
  },
  settles: ({ from, to }, { at }) => at >= from && at <= to,
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '16:00 out', '22:00 in'),
      corrections: [{ do: 'not-worked', from: '2026-10-19 21:00', to: '2026-10-19 23:00' }],
      gives: { ordinary: '8' },
      exceptions: [],
    },
  },
});
