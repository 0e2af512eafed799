import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { newPlace, stretch } from '../fields.ts';
import { endsAfterStart } from '../stretch.ts';

/** In what a stretch was worked, whatever was punched. */
export const setJob = defineCorrection({
  name: 'set-job',
  label: 'Job set',
  says: 'The work from one time to another was in another job, department or site; what is not given stays. The punches stay as they are.',
  sentence: '{from} to {to} was {job} {department} {site}',
  settings: { ...stretch, ...newPlace },
  cannotBe: endsAfterStart,
  touches: ({ from, to }) => ({ instants: [from, to] }),
  lay({ from, to, job, department, site }, { places }, correction) {
    places.push({ from, to, place: { job, department, site }, correction });
  },
  example: {
    rules: { premiums: [{ name: 'Mast', jobs: ['Mast'] }] },
    day: {
      punches: on('2026-10-19', '08:00 in Galley', '16:00 out'),
      corrections: [{ do: 'set-job', from: '2026-10-19 10:00', to: '2026-10-19 12:00', job: 'Mast' }],
      gives: { ordinary: '8', 'premium:Mast': '2' },
    },
  },
});
