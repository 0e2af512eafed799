import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { at, newPlace } from '../fields.ts';

/** From an instant within a spell on, the rest of it is work in another job, department or site. */
export const split = defineCorrection({
  name: 'split',
  label: 'Spell split',
  says: 'From a time within a spell on, the rest of the spell is work in another job, department or site; what is not given stays. Outside of every spell it changes nothing.',
  sentence: 'From {at} on {job} {department} {site}',
  settings: { at, ...newPlace },
  touches: ({ at }) => ({ instants: [at] }),
  lay({ at, job, department, site }, { splits }, correction) {
    splits.push({ at, place: { job, department, site }, correction });
  },
  example: {
    rules: { premiums: [{ name: 'Mast', jobs: ['Mast'] }] },
    day: {
      punches: on('2026-10-19', '08:00 in Galley', '16:00 out'),
      corrections: [{ do: 'split', at: '2026-10-19 13:00', job: 'Mast' }],
      gives: { ordinary: '8', 'premium:Mast': '3' },
    },
  },
});
