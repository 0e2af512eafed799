import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { correction } from '../fields.ts';

/** Another correction no longer holds. */
export const undo = defineCorrection({
  name: 'undo',
  label: 'Undone',
  says: 'Another correction no longer holds. An undo may itself be undone.',
  sentence: '{undoes} undone',
  settings: { undoes: correction },
  touches: ({ undoes }) => ({ corrections: [undoes] }),
  takesBack: ({ undoes }) => undoes,
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '16:40 out'),
      corrections: [
        { do: 'move', punch: '2', at: '2026-10-19 16:00' },
        { do: 'undo', undoes: '1' },
      ],
      gives: { ordinary: '8.67' },
    },
  },
});
