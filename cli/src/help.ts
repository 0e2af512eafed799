import { COLUMNS, type Column, OUT_COLUMNS } from './columns.ts';

const table = (columns: readonly Column[]): string =>
  columns
    .map(({ name, required, says }) => `    ${name.padEnd(12)}${required ? '' : '(optional) '}${says}`)
    .join('\n');

/** Everything that the program understands. */
export const HELP = `Computes payable hours from punches.

  npm run -s heath -- compute --punches P.csv --rulebook R.json --from DATE --to DATE [options]
  npm run -s heath -- rulebook check R.json

Options of compute
  --punches F       punches (CSV or JSON Lines)
  --rulebook F      a rulebook as JSON, or a list of editions: [{"from": "2026-01-01", "rules": {...}}]
  --from, --to      the first and the last workday, 2026-10-19
  --people F        who there is (CSV or JSON Lines); then anybody else is refused
  --plans F         planned shifts (CSV, JSON Lines or iCalendar)
  --calendar F      holidays and rest days (CSV, JSON Lines or iCalendar)
  --leave F         leave and adjustments (CSV, JSON Lines or iCalendar)
  --corrections F   corrections (CSV or JSON Lines)
  --zone ZONE       the IANA zone of rows that name none
  --out F           the lines; the standard output where it is not given
  --why F           the reasons, one JSON object a person
  --exceptions F    the exceptions

A file's ending says what it is: .csv, .jsonl or .ics. - is the standard input or output, as CSV.

Columns
${Object.entries(COLUMNS)
  .map(([kind, columns]) => `  ${kind}\n${table(columns)}`)
  .join('\n')}

What comes out
  lines         ${OUT_COLUMNS.lines.join(', ')}
  exceptions    ${OUT_COLUMNS.exceptions.join(', ')}

Exit status
  0  computed; or every proof day gives what it must
  1  computed, with exceptions that hold up a handoff; or a proof day fails
  2  refused: nothing was written, and the message says where and why
`;
