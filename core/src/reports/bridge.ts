import { hoursOf } from '../time/hours.ts';
import { type ReportColumn, type ReportRow, type ReportTable, sumsOf } from './table.ts';

/** What the bridge of some cards walks through. */
export interface Walked {
  readonly clockedSeconds: number;
  readonly heldSeconds: number;
  readonly unpaidSeconds: number;
  /** What rounding took off; negative where it added. */
  readonly roundingSeconds: number;
  /** Leave, flat hours and guarantees, in 1/90,000 h. */
  readonly leaveHours: number;
  readonly guaranteeHours: number;
  readonly payableHours: number;
}

const BRIDGE_COLUMNS: readonly ReportColumn[] = [
  { id: 'part', name: '', kind: 'text', room: 46, grows: true },
  { id: 'clocked', name: 'Clocked', kind: 'hours', bar: 'total' },
  { id: 'held', name: 'Held', kind: 'hours', bar: 'step' },
  { id: 'breaks', name: 'Breaks off', kind: 'hours', bar: 'step' },
  { id: 'rounding', name: 'Rounding', kind: 'hours', bar: 'step' },
  { id: 'leave', name: 'Leave, flat', kind: 'hours', bar: 'not worked' },
  { id: 'guarantees', name: 'Guarantees', kind: 'hours', bar: 'not worked' },
  { id: 'apportioning', name: 'Pay steps', kind: 'hours', bar: 'step' },
  { id: 'payable', name: 'Payable', kind: 'hours', bar: 'total' },
];

/** Of nothing it is zero, never less than zero. */
const takenOff = (seconds: number): number => 0 - hoursOf(seconds);

/** The bridge from clocked to payable hours, part by part; each row adds up from left to right. */
export function bridgeTable(
  title: string,
  parts: readonly (Walked & {
    readonly name: string;
    /** Null where there is none. */
    readonly key: string | null;
    readonly personId: number | null;
  })[],
  by: string = 'clocked',
): ReportTable {
  const columns = BRIDGE_COLUMNS.map((one) => (one.id === 'part' ? { ...one, name: title } : one));
  const place = columns.findIndex(({ id }) => id === by);
  const rows: ReportRow[] = parts.map((one) => {
    const [clocked, held, breaks] = [
      hoursOf(one.clockedSeconds),
      takenOff(one.heldSeconds),
      takenOff(one.unpaidSeconds),
    ];
    const rounding = takenOff(one.roundingSeconds);
    const before = clocked + held + breaks + rounding + one.leaveHours + one.guaranteeHours;
    return {
      key: one.key,
      personId: one.personId,
      cells: [
        one.name,
        clocked,
        held,
        breaks,
        rounding,
        one.leaveHours,
        one.guaranteeHours,
        one.payableHours - before,
        one.payableHours,
      ],
    };
  });
  const size = ({ cells }: ReportRow) => Math.abs(Number(cells[place] ?? 0));
  rows.sort((a, b) => size(b) - size(a));
  return { columns, rows, sums: sumsOf(columns, rows) };
}
