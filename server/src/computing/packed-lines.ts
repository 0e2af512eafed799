import type { Line } from '@heath/core';

/** What is packed of each line, in this order. */
const FIELDS = [
  'workday',
  'classId',
  'job',
  'department',
  'site',
  'costCenter',
  'multiplier',
  'rule',
  'seconds',
  'hours',
] as const satisfies readonly (keyof Line)[];

/** Texts of lines as JSON: few of them, again and again. */
const quoted = new Map<string, string>();
const MOST_QUOTED = 2000;

function quote(text: string | null): string {
  if (text === null) return 'null';
  let json = quoted.get(text);
  if (json === undefined) {
    if (quoted.size >= MOST_QUOTED) quoted.clear();
    json = JSON.stringify(text);
    quoted.set(text, json);
  }
  return json;
}

/** The lines of a card as the database has them: JSON, each a list of its values, since the names would be most of the text. */
export function packLines(lines: readonly Line[]): string {
  let text = '';
  for (const {
    workday,
    classId,
    job,
    department,
    site,
    costCenter,
    multiplier,
    rule,
    seconds,
    hours,
  } of lines)
    text += `${text === '' ? '' : ','}[${workday},${quote(classId)},${job},${department},${site},${costCenter},${multiplier},${quote(rule)},${seconds},${hours}]`;
  return `[${text}]`;
}

/** Lines that `packLines` packed. Throws where one has another number of values: another Heath packed it. */
export function unpackLines(text: string): Line[] {
  const rows: readonly (readonly unknown[])[] = JSON.parse(text);
  return rows.map((row) => {
    if (row.length !== FIELDS.length)
      throw new Error(`A line of a card has ${row.length} values, not ${FIELDS.length}.`);
    return Object.fromEntries(FIELDS.map((field, i) => [field, row[i]])) as unknown as Line;
  });
}
