import { parse } from 'csv-parse/sync';
import type { Entry, Ledger, PaidLine } from './ledger.ts';

/** What the pay system knows. */
export interface Known {
  readonly people: ReadonlySet<string>;
  readonly codes: ReadonlySet<string>;
  /** Of those, the ones under which no hours are paid. */
  readonly amounts: ReadonlySet<string>;
}

const HEADINGS = ['EMP', 'DATE', 'CODE', 'HOURS', 'COST', 'REF'] as const;
/** Nobody is paid more under one code for one day. */
const MOST_HOURS = 24;

type Answer = Pick<Entry, 'status' | 'says' | 'refused' | 'paid'>;
const refuse = (says: string): Answer => ({ status: 'refused', says, refused: [], paid: [] });

/** Hundredths of an hour; null where a text is no hours. */
const hundredths = (text: string): number | null =>
  /^-?\d{1,5}\.\d\d$/.test(text) ? Math.round(Number(text) * 100) : null;

/**
 * Looks at a file as such a system does: its shape and its totals, and each line for a person, a code and hours that it can pay and has not
 * paid before. What is wrong with the file refuses all of it, what is wrong with a line that line alone.
 */
export function check(text: string, known: Known, ledger: Ledger): Answer {
  let rows: string[][];
  try {
    rows = parse(text, { bom: true, relax_column_count: true, skip_empty_lines: true });
  } catch {
    return refuse('This is no CSV file.');
  }
  const [heading = [], ...rest] = rows;
  if (HEADINGS.some((name, i) => heading[i] !== name))
    return refuse(`The columns are not ${HEADINGS.join(', ')}.`);
  const trailer = rest.pop();
  if (trailer?.[0] !== 'TRAILER') return refuse('The last line is no trailer: the file is cut off.');
  const hours = rest.map((row) => hundredths(row[3] ?? ''));
  const wrong = [
    [Number(trailer[1]), rest.length, 'lines'],
    [
      hundredths(trailer[2] ?? ''),
      hours.reduce<number>((sum, one) => sum + (one ?? 0), 0),
      'hundredths, all figures added up',
    ],
    [Number(trailer[3]), new Set(rest.map((row) => row[0])).size, 'people'],
  ].find(([said, found]) => said !== found);
  if (wrong !== undefined)
    return refuse(`The trailer says ${wrong[0]} ${wrong[2]}, the file has ${wrong[1]}.`);

  const refused: { line: number; reason: string }[] = [];
  const paid: PaidLine[] = [];
  const seen = new Set<string>();
  rest.forEach(([person = '', day = '', code = '', , , reference = ''], i) => {
    const reason = objection(person, day, code, hours[i] ?? null, reference, seen, known, ledger);
    seen.add(reference);
    if (reason === null) paid.push({ reference, person, day, code, hours: rest[i]?.[3] ?? '' });
    else refused.push({ line: Number(reference.split('-').at(-1)) || i + 1, reason });
  });
  const status = refused.length === 0 ? 'accepted' : paid.length === 0 ? 'refused' : 'in part';
  const lines = (count: number) => `${count} ${count === 1 ? 'line' : 'lines'}`;
  return {
    status,
    says:
      status === 'accepted'
        ? `Taken: ${lines(paid.length)}.`
        : `Taken: ${lines(paid.length)}. Not taken: ${lines(refused.length)}.`,
    refused,
    paid,
  };
}

function objection(
  person: string,
  day: string,
  code: string,
  hours: number | null,
  reference: string,
  seen: ReadonlySet<string>,
  known: Known,
  ledger: Ledger,
): string | null {
  if (!/^\d+-\d{4,}$/.test(reference)) return 'It has no reference like 7-0001.';
  if (ledger.hasPaid(reference) || seen.has(reference)) return 'It was paid before.';
  if (!known.people.has(person)) return `Nobody has the number ${person}.`;
  if (!/^\d\d\/\d\d\/\d{4}$/.test(day)) return `${day} is no date like 19/10/2026.`;
  if (!known.codes.has(code)) return `There is no code ${code}.`;
  if (hours === null) return 'Its hours are not written like 8.50.';
  return Math.abs(hours) > MOST_HOURS * 100 && !known.amounts.has(code)
    ? `More than ${MOST_HOURS} hours for one day.`
    : null;
}
