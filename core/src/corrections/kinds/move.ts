import { on } from '../../kinds/example.ts';
import { changePunch } from '../changes.ts';
import { defineCorrection } from '../define.ts';
import { at, punch } from '../fields.ts';

/** A raw punch counts at another time. */
export const move = defineCorrection({
  name: 'move',
  label: 'Punch moved',
  says: 'A punch counts at another time than it was made. A punch that was taken out before counts again.',
  sentence: '{punch} moved to {at}',
  settings: { punch, at },
  touches: ({ punch, at }) => ({ instants: [at], punches: [punch] }),
  lay({ punch, at }, changes, correction) {
    changePunch(changes, punch, { at, isDropped: false, correction });
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '16:40 out'),
      corrections: [{ do: 'move', punch: '2', at: '2026-10-19 16:00' }],
      gives: { ordinary: '8' },
    },
  },
});
