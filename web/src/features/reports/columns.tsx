import type { ReportReply } from '@heath/contract';
import { type CellKind, hours, type ReportCell, type Workday } from '@heath/core';
import { inFull } from '../../ui/form/dates.ts';
import type { Column } from '../../ui/table/columns.ts';
import { hoursText, secondsText } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { says } from '../../ui/text/Says.tsx';
import { mostOf, UsualStrip, usualIn } from './UsualStrip.tsx';

type Row = ReportReply['rows'][number];

const ROOM: Readonly<Record<CellKind, number>> = {
  text: 34,
  day: 34,
  hours: 25,
  seconds: 25,
  count: 20,
  money: 27,
};

const inThousands = (money: string): string => money.replace(/\B(?=(\d{3})+(?!\d))/g, ',');

/** A cell as it is shown. */
function shown(cell: ReportCell | undefined, kind: CellKind): string {
  if (cell === null || cell === undefined || cell === '') return '';
  if (kind === 'day') return inFull(cell as Workday);
  if (kind === 'hours') return hoursText(Number(cell));
  if (kind === 'seconds') return secondsText(Number(cell));
  if (kind === 'money') {
    const [whole = '', part = ''] = String(cell).replace('-', '−').split('.');
    return `${inThousands(whole)}.${part}`;
  }
  return kind === 'count' ? Number(cell).toLocaleString('en') : String(cell).replace(/ -(?=\d)/g, ' −');
}

/** What explains a change, whole where it is looked at. */
const Explained = ({ text }: { text: string }) => (
  <span {...says(text)} className="block truncate">
    {text}
  </span>
);

const UNITS_OF_A_LETTER = 1.7;

/** The room of a column: what its cells need, and its heading. */
const roomOf = ({ name, kind, room = ROOM[kind] }: ReportReply['columns'][number]): number =>
  Math.max(room, Math.round(name.length * UNITS_OF_A_LETTER) + 6);

/** The columns of a report as the table takes them; of the first text, what it opens. */
export function columnsOf(report: ReportReply, open: (row: Row) => (() => void) | null): Column<Row>[] {
  const { columns, rows, sums } = report;
  const first = columns.findIndex(({ id }) => id === 'part' || id === 'name');
  const most = columns.some(({ look }) => look === 'strip') ? mostOf(report) : 0;
  return columns.map((column, i) => {
    const { id, name, kind, look, grows = false } = column;
    const isFigure = kind !== 'text' && kind !== 'day';
    const sum = sums[i];
    return {
      id,
      name,
      value: ({ cells }) => (kind === 'money' ? Number(cells[i] ?? 0) : (cells[i] ?? null)),
      text: ({ cells }) => shown(cells[i], kind),
      ...(i === first || kind === 'hours' || look !== undefined
        ? {
            show: (row: Row) => {
              if (look === 'strip') return <UsualStrip of={usualIn(report, row)} most={most} />;
              if (look === 'explanation') return <Explained text={shown(row.cells[i], kind)} />;
              if (kind === 'hours') return <Hours hours={hours(Number(row.cells[i] ?? 0))} />;
              const go = open(row);
              const text = shown(row.cells[i], kind);
              return go === null ? (
                text
              ) : (
                <button
                  type="button"
                  onClick={go}
                  className="max-w-full truncate hover:text-heather hover:underline"
                >
                  {text}
                </button>
              );
            },
          }
        : {}),
      isFigure,
      isHours: kind === 'hours' || kind === 'seconds',
      // What is added up is told by whoever counted it; of some rows alone, only what can be added is.
      ...(sum === null || sum === undefined || sum === ''
        ? {}
        : {
            sum: (some: readonly Row[]) =>
              some.length === rows.length
                ? shown(sum, kind)
                : kind === 'hours' || kind === 'seconds'
                  ? shown(
                      some.reduce((total, { cells }) => total + Number(cells[i] ?? 0), 0),
                      kind,
                    )
                  : '',
          }),
      room: roomOf(column),
      grows,
    };
  });
}
