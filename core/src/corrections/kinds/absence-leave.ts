import { defineCorrection } from '../define.ts';
import { at, code } from '../fields.ts';

/** A plan that nobody worked becomes leave. */
export const absenceLeave = defineCorrection({
  name: 'absence-leave',
  label: 'Absence turned into leave',
  says: 'A plan that nobody worked, told by its start, becomes leave under the code given: as long as the plan, on its workday, in its job and department. It changes nothing where somebody worked of the plan.',
  sentence: 'The absence of {planStartsAt} is {code}',
  settings: { planStartsAt: at, code },
  touches: ({ planStartsAt }) => ({ instants: [planStartsAt] }),
  lay({ planStartsAt, code }, { absences }, correction) {
    absences.push({ planStartsAt, code, correction });
  },
  example: {
    rules: { exceptions: { absent: { severity: 'to look at' } } },
    day: {
      punches: [],
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      corrections: [{ do: 'absence-leave', planStartsAt: '2026-10-19 08:00', code: 'Shore leave' }],
      gives: { 'leave:Shore leave': '8' },
      exceptions: [],
    },
  },
});
