import * as v from 'valibot';
import { correctionId, departmentId, jobId, punchId, siteId } from '../model/ids.ts';
import { PUNCH_KINDS } from '../model/punch.ts';
import { duration, name } from '../time/schemas.ts';
import { instant, workday } from '../time/units.ts';

const READ_AS = [
  'instant',
  'workday',
  'punch',
  'correction',
  'job',
  'department',
  'site',
  'zone',
  'number',
  'text',
] as const;
/** How the text of a setting is read: as a moment, a day, a name. See `readCorrection`. */
export type ReadAs = (typeof READ_AS)[number];

const reads = (as: ReadAs) => ({ reads: as });

/** How the text that is given for a setting is read. */
export function readsAs(schema: v.GenericSchema | v.SchemaWithPipe<readonly [v.GenericSchema]>): ReadAs {
  const { reads: as } = v.getMetadata(innermost(schema));
  return READ_AS.find((one) => one === as) ?? 'text';
}

/** The schema inside `optional` and `nullable`: they wrap, and say nothing of their own. */
function innermost(schema: v.GenericSchema): v.GenericSchema {
  return 'wrapped' in schema ? innermost(wrappedIn(schema)) : schema;
}
const wrappedIn = (schema: { readonly wrapped?: unknown }) => schema.wrapped as v.GenericSchema;

const whole = v.pipe(v.number('It is a whole number.'), v.safeInteger('It is a whole number.'));

/** A moment, in whole seconds since 1970-01-01T00:00:00Z. */
export const at = v.pipe(
  whole,
  v.minValue(0, 'That time is before 1970.'),
  v.maxValue(4_102_444_800, 'That time is after 2100.'),
  v.transform(instant),
  v.metadata(reads('instant')),
);
/** A date, in whole days since 1970-01-01. */
export const day = v.pipe(
  whole,
  v.minValue(0, 'That day is before 1970.'),
  v.maxValue(47_482, 'That day is after 2100.'),
  v.transform(workday),
  v.metadata(reads('workday')),
);
/** A raw punch, by its number. */
export const punch = v.pipe(whole, v.transform(punchId), v.metadata(reads('punch')));
/** Another correction, by its number. */
export const correction = v.pipe(whole, v.transform(correctionId), v.metadata(reads('correction')));

/** A kind of punch. */
export const punchKind = v.picklist(PUNCH_KINDS, `It is one of ${PUNCH_KINDS.join(', ')}.`);
/** An IANA zone. */
export const zone = v.pipe(v.string(), v.minLength(1, 'Name a zone.'), v.metadata(reads('zone')));
/** Words for the record. */
export const note = v.pipe(v.string(), v.maxLength(500, 'A note has at most 500 characters.'));

const job = v.nullable(v.pipe(whole, v.transform(jobId), v.metadata(reads('job'))));
const department = v.nullable(v.pipe(whole, v.transform(departmentId), v.metadata(reads('department'))));
const site = v.nullable(v.pipe(whole, v.transform(siteId), v.metadata(reads('site'))));

/** Where and in what somebody worked; what is not given is none. */
export const place = {
  job: v.optional(job, null),
  department: v.optional(department, null),
  site: v.optional(site, null),
};
/** Where and in what somebody worked; what is not given stays as it is. */
export const newPlace = { job: v.optional(job), department: v.optional(department), site: v.optional(site) };

/** What hours without punches are called on their line. */
export const code = name;
/** A length of time, `PT8H`. */
export const length = duration;
/** From one moment to another. */
export const stretch = { from: at, to: at };
/** 1 for ordinary time, else what overtime pays. */
export const multiplier = v.pipe(
  v.number(),
  v.minValue(1, 'Time pays at least once: 1 is ordinary.'),
  v.maxValue(9, 'Time pays at most 9 times.'),
  v.metadata(reads('number')),
);
/** Key of the exception that is settled. */
export const exception = v.pipe(
  v.string(),
  v.minLength(1, 'Say which exception, by its key.'),
  v.maxLength(200, 'No exception has such a key.'),
);
