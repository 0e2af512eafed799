import { on } from '../../kinds/example.ts';
import { changePunch } from '../changes.ts';
import { defineCorrection } from '../define.ts';
import { punch } from '../fields.ts';

/** A raw punch does not count. */
export const drop = defineCorrection({
  name: 'drop',
  label: 'Punch taken out',
  says: 'A punch does not count. It stays on record.',
  sentence: '{punch} taken out',
  settings: { punch },
  touches: ({ punch }) => ({ punches: [punch] }),
  lay({ punch }, changes, correction) {
    changePunch(changes, punch, { isDropped: true, correction });
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 in', '16:00 out'),
      corrections: [{ do: 'drop', punch: '2' }],
      gives: { ordinary: '8' },
      exceptions: [],
    },
  },
});
