import { hours } from '@heath/core';
import { useState } from 'react';
import { Toggles } from '../ui/controls/Toggles.tsx';
import type { Column } from '../ui/table/columns.ts';
import { Table } from '../ui/table/Table.tsx';
import { hoursText } from '../ui/text/format.ts';
import { Part } from './Part.tsx';

interface Sample {
  readonly number: string;
  readonly name: string;
  readonly department: string;
  readonly hours: number;
}

const DEPARTMENTS = ['Deck', 'Engine Room', 'Stores', 'Workshop'];
const NAMES = ['Aldana', 'Brook', 'Calder', 'Drummond', 'Eyre', 'Fenn', 'Galbraith'];

/** Ten thousand made-up rows, the same each time. */
const ROWS: readonly Sample[] = Array.from({ length: 10_000 }, (_, i) => ({
  number: `MF-${String(i + 1).padStart(5, '0')}`,
  name: `${NAMES[(i * 5) % NAMES.length]} ${i + 1}`,
  department: DEPARTMENTS[(i * 7) % DEPARTMENTS.length] ?? '',
  hours: hours(((i * 37) % 9000) * 900),
}));

const COLUMNS: readonly Column<Sample>[] = [
  { id: 'number', name: 'Number', value: ({ number }) => number, room: 28 },
  { id: 'name', name: 'Name', value: ({ name }) => name, room: 44, grows: true },
  { id: 'department', name: 'Department', value: ({ department }) => department, room: 36 },
  {
    id: 'hours',
    name: 'Hours',
    value: (row) => row.hours,
    text: (row) => hoursText(row.hours),
    sum: (rows) => hoursText(rows.reduce((sum, row) => sum + row.hours, 0)),
    isFigure: true,
    isHours: true,
    room: 32,
  },
];

export function KitTable() {
  const [filter, setFilter] = useState('');
  const [group, setGroup] = useState<'none' | 'department'>('none');
  const [picked, setPicked] = useState(0);
  const [opened, setOpened] = useState('nobody');
  return (
    <Part name="Table">
      <div className="mb-2 flex items-center gap-4">
        <input
          aria-label="Filter the table"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          className="rounded-control border border-rule bg-field px-2 py-0.5"
        />
        <Toggles
          label="Group"
          value={group}
          choices={[
            { value: 'none', name: 'No groups' },
            { value: 'department', name: 'By department' },
          ]}
          onChoose={setGroup}
        />
        <span data-testid="picked" className="text-note text-soft">
          {picked.toLocaleString('en')} picked · opened {opened}
        </span>
      </div>
      <div className="flex h-96 flex-col">
        <Table
          id="kit"
          name="Samples"
          columns={COLUMNS}
          rows={ROWS}
          idOf={({ number }) => number}
          filter={filter}
          groupBy={group === 'none' ? null : group}
          onPicked={(rows) => setPicked(rows.length)}
          onOpen={({ name }) => setOpened(name)}
          height="around"
          empty="Nobody by that name."
        />
      </div>
    </Part>
  );
}
