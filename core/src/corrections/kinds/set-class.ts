import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { multiplier, stretch } from '../fields.ts';
import { endsAfterStart } from '../stretch.ts';

/** What a stretch pays, whatever the overtime rules make of it. */
export const setClass = defineCorrection({
  name: 'set-class',
  label: 'Class set',
  says: 'The work from one time to another is ordinary time (1) or overtime at the multiplier given, whatever the overtime rules make of it. They count it as before.',
  sentence: '{from} to {to} pays {multiplier} times',
  settings: { ...stretch, multiplier },
  cannotBe: endsAfterStart,
  touches: ({ from, to }) => ({ instants: [from, to] }),
  lay({ from, to, multiplier }, { classes }) {
    classes.push({ from, to, multiplier });
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '17:00 out'),
      corrections: [{ do: 'set-class', from: '2026-10-19 15:00', to: '2026-10-19 16:30', multiplier: '1.5' }],
      gives: { ordinary: '7.5', 'overtime-1.5': '1.5' },
    },
  },
});
