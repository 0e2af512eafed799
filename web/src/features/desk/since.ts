import type { AuditEventsReply } from '@heath/contract';
import { listed } from '../../ui/text/format.ts';

type Row = AuditEventsReply['events'][number];

/** What others did, as one line: the same done again and again by one person is told once. */
export interface SinceLine {
  readonly id: number;
  readonly at: string;
  readonly text: string;
  readonly to: string | null;
}

const count = (rows: readonly Row[], one: string, many: string): string =>
  `${rows.length.toLocaleString('en')} ${rows.length === 1 ? one : many}`;
const field = (row: Row | undefined, name: string): unknown =>
  row?.after !== null && typeof row?.after === 'object' ? Reflect.get(row.after, name) : undefined;
const peopleIn = (rows: readonly Row[]): number =>
  rows.reduce((sum, row) => {
    const people = field(row, 'people');
    return sum + (Array.isArray(people) ? people.length : 0);
  }, 0);

/** The handoffs that some rows are about: `handoff 7`, `handoffs 5, 6 and 7`. */
function handoffs(rows: readonly Row[]): string {
  const numbers = [...new Set(rows.map((row) => Number(field(row, 'number'))))].sort((a, b) => a - b);
  return `${numbers.length === 1 ? 'handoff' : 'handoffs'} ${listed(numbers.map(String))}`;
}

/** What the pay system did with a handoff, by its answer. */
const ANSWERS = [
  { status: 'accepted', did: 'accepted' },
  { status: 'in part', did: 'took part of' },
  { status: 'refused', did: 'refused' },
] as const;

type Telling = (rows: readonly Row[]) => { text: string; to: string | null };

/** How each thing that is written is told, by what it happened to where that matters; what is not here is nobody's news. */
const TOLD: Readonly<Record<string, Telling>> = {
  imported: (rows) => ({ text: `${count(rows, 'file', 'files')} of punches came in`, to: '/punches' }),
  'not imported': (rows) => ({
    text: `${count(rows, 'file', 'files')} could not be imported`,
    to: '/punches',
  }),
  corrected: (rows) => ({ text: `corrected ${count(rows, 'card', 'cards')}`, to: null }),
  'corrected together': (rows) => ({
    text: `settled many together, ${count(rows, 'time', 'times')}`,
    to: '/exceptions',
  }),
  undone: (rows) => ({ text: `took ${count(rows, 'correction', 'corrections')} back`, to: null }),
  approved: (rows) => ({
    text: `approved ${peopleIn(rows).toLocaleString('en')} ${peopleIn(rows) === 1 ? 'card' : 'cards'}`,
    to: '/cards',
  }),
  'day approved': (rows) => ({
    text: `approved the day of ${peopleIn(rows).toLocaleString('en')} ${peopleIn(rows) === 1 ? 'person' : 'people'}`,
    to: '/day',
  }),
  asked: (rows) => ({ text: `asked ${count(rows, 'question', 'questions')}`, to: '/desk' }),
  answered: (rows) => ({ text: `answered ${count(rows, 'question', 'questions')}`, to: '/exceptions' }),
  'delivery answered': (rows) => ({
    text: `the pay system ${ANSWERS.flatMap(({ status, did }) => {
      const of = rows.filter((row) => field(row, 'status') === status);
      if (of.length === 0) return [];
      const lines = of.reduce((sum, row) => sum + Number(field(row, 'refused') ?? 0), 0);
      const refused =
        lines === 0 ? '' : `, ${lines.toLocaleString('en')} ${lines === 1 ? 'line' : 'lines'} refused`;
      return [`${did} ${handoffs(of)}${refused}`];
    }).join('; ')}`,
    to: '/handoff',
  }),
  'approval withdrawn': () => ({ text: 'withdrew an approval', to: '/cards?show=to-approve' }),
  given: (rows) => ({ text: `gave ${count(rows, 'badge', 'badges')} to somebody`, to: '/exceptions' }),
  'handed off': (rows) => ({ text: `sealed ${handoffs(rows)}`, to: '/handoff' }),
};

const tellingOf = ({ about, what }: Row): Telling | undefined => TOLD[`${about} ${what}`] ?? TOLD[what];

const MOST_LINES = 8;

/**
 * What others did since the last that somebody saw, the newest first.
 *
 * @param events the newest first
 * @param since the number of the newest they saw; null where they were never here
 */
export function linesSince(events: readonly Row[], me: string, since: number | null): SinceLine[] {
  const groups = new Map<string, Row[]>();
  for (const row of events) {
    if (row.by === me || tellingOf(row) === undefined || (since !== null && row.id <= since)) continue;
    // Answers name their handoffs, and are one line whenever they came.
    const day = row.about === 'delivery' ? '' : row.at.slice(0, 10);
    const key = `${row.by ?? ''} ${row.about} ${row.what} ${day}`;
    const own = groups.get(key);
    if (own === undefined) groups.set(key, [row]);
    else own.push(row);
  }
  return [...groups.values()].slice(0, MOST_LINES).flatMap((rows) => {
    const [newest] = rows;
    const told = newest === undefined ? undefined : tellingOf(newest)?.(rows);
    if (newest === undefined || told === undefined) return [];
    const text = newest.by === null ? told.text : `${newest.by} ${told.text}`;
    return [
      { id: newest.id, at: newest.at, text: text.charAt(0).toUpperCase() + text.slice(1), to: told.to },
    ];
  });
}
