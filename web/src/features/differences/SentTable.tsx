import type { Difference, SentReply } from '@heath/contract';
import { type ClassId, classLabel, liesBeside, type Workday } from '@heath/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useSentQuery } from '../../api/differences.ts';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { CodeChip } from '../../ui/text/CodeChip.tsx';
import { figureText, hoursText, shortDay } from '../../ui/text/format.ts';

/** One day under one code: what was sent of it, by batch, what was waived, what differs, and what the card says now. */
interface SentRow {
  readonly key: string;
  readonly workday: Workday;
  readonly code: string;
  readonly classId: ClassId;
  sent: number;
  waived: number;
  differs: number;
  readonly batches: Map<number, number>;
}

/** Everything that was sent of a card, day by day and code by code: with what differs, it adds up to the card. */
export function rowsOf({ sent, differs }: SentReply): SentRow[] {
  const rows = new Map<string, SentRow>();
  const at = (workday: Workday, code: string, classId: ClassId): SentRow => {
    const key = `${workday} ${code} ${classId}`;
    const row = rows.get(key) ?? {
      key,
      workday,
      code,
      classId,
      sent: 0,
      waived: 0,
      differs: 0,
      batches: new Map(),
    };
    rows.set(key, row);
    return row;
  };
  for (const { workday, code, classId, hours, batch, batchId } of sent) {
    const row = at(workday, code, classId);
    if (batch === null) row.waived += hours;
    else {
      row.sent += hours;
      row.batches.set(batch, batchId);
    }
  }
  for (const { workday, code, classId, hours } of differs) at(workday, code, classId).differs += hours;
  return [...rows.values()].sort((a, b) => a.workday - b.workday || a.code.localeCompare(b.code));
}

const hoursColumn = (id: string, name: string, of: (row: SentRow) => number): Column<SentRow> => ({
  id,
  name,
  value: of,
  text: (row) => (of(row) === 0 && id !== 'now' ? '' : figureText(row.classId, of(row))),
  sum: (rows) => hoursText(rows.reduce((sum, row) => (liesBeside(row.classId) ? sum : sum + of(row)), 0)),
  isFigure: true,
  isHours: true,
  room: 18,
});

const DAY: Column<SentRow> = {
  id: 'day',
  name: 'Workday',
  value: ({ workday }) => workday,
  text: ({ workday }) => shortDay(workday),
  room: 24,
};
const CODE: Column<SentRow> = {
  id: 'code',
  name: 'Code',
  value: ({ code }) => code || 'none',
  show: ({ code }) => <CodeChip code={code === '' ? null : code} />,
  room: 16,
};
const CLASS: Column<SentRow> = {
  id: 'class',
  name: 'What it is',
  value: ({ classId }) => classLabel(classId),
  sum: () => 'Premiums aside',
  room: 31,
  grows: true,
};
const BATCHES: Column<SentRow> = {
  id: 'batch',
  name: 'Handoff',
  value: ({ batches }) => [...batches.keys()].join(', '),
  show: ({ batches }) => (
    <>
      {[...batches].map(([number, id]) => (
        <Link key={id} to={`/handoff?batch=${id}`} className="mr-1.5 hover:underline">
          {number}
        </Link>
      ))}
    </>
  ),
  room: 16,
};
const SENT = hoursColumn('sent', 'Sent', ({ sent }) => sent);
const WAIVED = hoursColumn('waived', 'Waived', ({ waived }) => waived);
const DIFFERS = hoursColumn('differs', 'Differs', ({ differs }) => differs);
const NOW = hoursColumn('now', 'Card now', ({ sent, waived, differs }) => sent + waived + differs);

/** What changes comes first, also where there is little room. */
const CHANGED = [DAY, CODE, CLASS, DIFFERS, SENT, WAIVED, NOW];
const EVERYTHING = [DAY, CODE, CLASS, BATCHES, SENT, WAIVED, DIFFERS, NOW];

/** Everything ever sent for a person in a period, as one table that adds up to the card. */
export function SentTable({ of: { periodId, personId } }: { of: Pick<Difference, 'periodId' | 'personId'> }) {
  const { currentData, error, refetch } = useSentQuery({ periodId, personId });
  const rows = useMemo(() => (currentData === undefined ? [] : rowsOf(currentData)), [currentData]);
  if (currentData === undefined)
    return <NotYet what="what was sent" error={error} again={() => void refetch()} place="part" />;
  const changed = rows.filter(({ differs }) => differs !== 0);
  return (
    <>
      <h3 className="mb-1 font-semibold">What changes</h3>
      <Table
        id="differences"
        name="Lines that differ"
        columns={CHANGED}
        rows={changed}
        idOf={({ key }) => key}
        height="rows"
        empty="Nothing differs."
      />
      <h3 className="mt-5 mb-1 font-semibold">Everything ever sent</h3>
      <Table
        id="sent"
        name="Everything ever sent for this card"
        columns={EVERYTHING}
        rows={rows}
        idOf={({ key }) => key}
        isAlarming={({ differs }) => differs !== 0}
        height="rows"
        empty="Nothing was sent."
      />
    </>
  );
}
