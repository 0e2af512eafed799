import * as v from 'valibot';
import { on } from '../../reference/example.ts';
import { defineCorrection } from '../define.ts';
import { at, note, place, punchKind, zone } from '../fields.ts';

/** A punch that nobody made. */
export const add = defineCorrection({
  name: 'add',
  label: 'Punch added',
  says: 'A punch that was forgotten, at the time given.',
  sentence: '{punchKind} {at} added',
  settings: { at, punchKind, zone, ...place, note: v.optional(v.nullable(note), null) },
  touches: ({ at }) => ({ instants: [at] }),
  lay({ punchKind: kind, at, zone, job, department, site, note }, { added }, correction) {
    added.push({ id: null, at, kind, zone, job, department, site, note, position: null, correction });
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in'),
      corrections: [{ do: 'add', at: '2026-10-19 16:00', punchKind: 'out' }],
      gives: { ordinary: '8' },
      exceptions: [],
    },
  },
});
