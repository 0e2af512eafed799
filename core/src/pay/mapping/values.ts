import * as v from 'valibot';

/** A code or name as a rule gives it. */
export const code = v.pipe(
  v.string('Give a code.'),
  v.minLength(1, 'A code has at least one character.'),
  v.maxLength(120, 'A code has at most 120 characters.'),
);
