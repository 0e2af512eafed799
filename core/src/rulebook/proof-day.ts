import * as v from 'valibot';
import { date, name } from '../time/schemas.ts';

/** A wall-clock moment, with its kind of punch, and a job where it matters: `2026-10-19 08:00 in`. */
const proofPunch = v.pipe(
  v.string(),
  v.regex(
    /^\d{4}-\d\d-\d\d ([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?\*? (in|out|meal-out|meal-in|break-out|break-in|job-change|undirected)( .+)?$/,
    'A proof punch is written like 2026-10-19 08:00 in, with a job after it where one matters.',
  ),
);
const hours = v.pipe(
  v.string(),
  v.regex(/^\d+(\.\d{1,4}|:[0-5]\d)?$/, 'Hours are written like 8, 7.75 or 7:45.'),
);

/** A sample day, with what a rulebook must give for it. */
export const ProofDaySchema = v.strictObject({
  name,
  zone: v.optional(v.string()),
  punches: v.array(proofPunch),
  plans: v.optional(v.array(v.strictObject({ from: v.string(), to: v.string(), job: v.optional(name) }))),
  holidays: v.optional(v.array(date)),
  restDays: v.optional(v.array(date)),
  leave: v.optional(v.array(v.strictObject({ date, code: name, hours }))),
  corrections: v.optional(
    v.pipe(
      v.array(v.record(v.string(), v.string())),
      v.description(
        'What is corrected, in order: do names the kind, and its settings are texts. Punches and corrections count from 1.',
      ),
    ),
  ),
  gives: v.pipe(
    v.record(v.string(), hours),
    v.description('Hours by class, premium, guarantee or leave over all days of the proof.'),
  ),
  exceptions: v.optional(
    v.pipe(
      v.array(v.string()),
      v.description('The kinds of exception that must be found, in order of time.'),
    ),
  ),
});
