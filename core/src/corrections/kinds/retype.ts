import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { changePunch } from '../changes.ts';
import { defineCorrection } from '../define.ts';
import { newPlace, note, punch, punchKind } from '../fields.ts';

/** A raw punch is of another kind, or of another job, department or site, or has another note. */
export const retype = defineCorrection({
  name: 'retype',
  label: 'Punch changed',
  says: 'A punch is of another kind, job, department or site, or has another note; what is not given stays as it was clocked.',
  sentence: '{punch} changed to {punchKind} {job} {department} {site} {note}',
  settings: {
    punch,
    punchKind: v.optional(punchKind),
    ...newPlace,
    note: v.optional(v.nullable(note)),
  },
  cannotBe: ({ punchKind, job, department, site, note }) =>
    [punchKind, job, department, site, note].every((one) => one === undefined)
      ? [{ field: 'punchKind', reason: 'It changes nothing: give a kind, job, department, site or note.' }]
      : [],
  touches: ({ punch }) => ({ punches: [punch] }),
  lay({ punch, punchKind, job, department, site, note }, changes, correction) {
    changePunch(changes, punch, {
      correction,
      ...(punchKind === undefined ? {} : { kind: punchKind }),
      ...(job === undefined ? {} : { job }),
      ...(department === undefined ? {} : { department }),
      ...(site === undefined ? {} : { site }),
      ...(note === undefined ? {} : { note }),
    });
  },
  example: {
    rules: { breaks: { paidUpTo: 'PT20M', mealUnpaidFrom: 'PT10M' } },
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 break-out', '12:20 break-in', '16:00 out'),
      corrections: [
        { do: 'retype', punch: '2', punchKind: 'meal-out' },
        { do: 'retype', punch: '3', punchKind: 'meal-in' },
      ],
      gives: { ordinary: '7.67' },
    },
  },
});
