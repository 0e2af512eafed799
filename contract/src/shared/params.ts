import * as v from 'valibot';

/** An id in an address or query. */
export const IdParam = v.pipe(
  v.string('An id is a whole number.'),
  v.regex(/^\d{1,9}$/, 'An id is a whole number.'),
  v.transform(Number),
);
