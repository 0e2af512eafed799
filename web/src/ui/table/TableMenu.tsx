import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { Menu, MenuChecks, MenuHeading, MenuItem, MenuLine } from '../controls/Menu.tsx';
import { say } from '../notices/notices.ts';
import type { Column } from './columns.ts';
import type { Layout } from './kept.ts';
import { asCsv, asTabs, asWorkbook, download } from './take-out.ts';

/** Which columns, in which order, and the table as it is shown taken elsewhere. */
export function TableMenu<Row>({
  name,
  all,
  shown,
  rows,
  active,
  layout,
  onLayout,
}: {
  name: string;
  /** In order. */
  all: readonly Column<Row>[];
  shown: readonly Column<Row>[];
  rows: readonly Row[];
  /** The column that moves. */
  active: Column<Row> | undefined;
  layout: Layout;
  onLayout: (change: Partial<Layout>) => void;
}) {
  const ids = all.map(({ id }) => id);
  const move = (by: -1 | 1) => {
    if (active === undefined) return;
    const from = ids.indexOf(active.id);
    const to = from + by;
    if (to < 0 || to >= ids.length) return;
    const order = ids.filter((id) => id !== active.id);
    order.splice(to, 0, active.id);
    onLayout({ order });
  };
  const toggle = (id: string) => {
    const hidden = layout.hidden.includes(id)
      ? layout.hidden.filter((one) => one !== id)
      : [...layout.hidden, id];
    // One column stays.
    if (hidden.length < ids.length) onLayout({ hidden });
  };
  const copy = async () => {
    await navigator.clipboard.writeText(asTabs(shown, rows));
    say(`${rows.length.toLocaleString('en')} rows copied.`);
  };
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label={`Columns and files of ${name}`}
          className="grid size-6 place-items-center rounded-control text-soft hover:text-heather"
        >
          <Columns3 size={15} aria-hidden="true" />
        </button>
      }
    >
      <MenuChecks
        label="Columns"
        on={new Set(shown.map(({ id }) => id))}
        choices={all.map((column) => ({ value: column.id, name: column.name }))}
        onToggle={toggle}
      />
      {active !== undefined && (
        <>
          <MenuLine />
          <MenuHeading>{active.name}</MenuHeading>
          <MenuItem onSelect={() => move(-1)}>
            <ArrowUp size={14} aria-hidden="true" /> One place earlier
          </MenuItem>
          <MenuItem onSelect={() => move(1)}>
            <ArrowDown size={14} aria-hidden="true" /> One place later
          </MenuItem>
        </>
      )}
      <MenuLine />
      <MenuHeading>As it is shown</MenuHeading>
      <MenuItem onSelect={() => void copy()}>Copy for a spreadsheet</MenuItem>
      <MenuItem onSelect={async () => download(`${name}.csv`, await asCsv(shown, rows))}>
        Save as CSV
      </MenuItem>
      <MenuItem onSelect={async () => download(`${name}.xlsx`, await asWorkbook(name, shown, rows))}>
        Save as XLSX
      </MenuItem>
    </Menu>
  );
}
