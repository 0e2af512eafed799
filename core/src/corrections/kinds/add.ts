import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { correction as another, at, note, place, punchKind, zone } from '../fields.ts';

/** A punch that nobody made. */
export const add = defineCorrection({
  name: 'add',
  label: 'Punch added',
  says: 'A punch that was forgotten, at the time given; with `instead`, in place of one that a correction before it added.',
  sentence: '{punchKind} {at} added[, instead of {instead}]',
  settings: {
    at,
    punchKind,
    zone,
    ...place,
    note: v.optional(v.nullable(note), null),
    instead: v.optional(another),
  },
  touches: ({ at, instead }) => ({
    instants: [at],
    corrections: instead === undefined ? [] : [instead],
  }),
  lay({ punchKind: kind, at, zone, job, department, site, note, instead }, { added }, correction) {
    const former = added.findIndex((punch) => punch.correction === instead);
    if (instead !== undefined && former >= 0) added.splice(former, 1);
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
