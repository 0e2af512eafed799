import * as v from 'valibot';
import { defineColumn } from '../define.ts';
import { HOURS_FIELDS, hoursCell, hoursOfText, hoursSettings } from '../hours-text.ts';
import type { FileLine } from '../types.ts';

const hoursUnder = (codes: readonly string[], { hoursByCode }: FileLine): number =>
  codes.reduce((sum, code) => sum + (hoursByCode.get(code) ?? 0), 0);

/** The hours under some codes, each of which is so a column and not a line. */
export const hoursOfCodes = defineColumn({
  name: 'hours of codes',
  label: 'Hours of a code',
  says: 'The hours under one code, or several together: codes are so columns, and one line holds all of a person or a day.',
  fields: [{ field: 'codes', label: 'Codes', input: 'codes', most: 60 }, ...HOURS_FIELDS],
  words: ({ codes }) => codes.join(' + '),
  settings: {
    ...hoursSettings,
    codes: v.pipe(
      v.array(v.pipe(v.string(), v.minLength(1), v.maxLength(16))),
      v.minLength(1, 'Name at least one code.'),
      v.maxLength(60),
    ),
  },
  begins: { written: '8.50', decimals: 2, codes: ['110'] },
  ofLine: (settings, line, _batch, writing) => hoursCell(settings, hoursUnder(settings.codes, line), writing),
  readHours: hoursOfText,
  hoursOf: ({ codes }, line) => hoursUnder(codes, line),
});
