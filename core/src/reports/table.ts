/** What the cells of a column are: text; a day as a workday; hours in 1/90,000 h; seconds; a count; money as decimal text. */
export const CELL_KINDS = ['text', 'day', 'hours', 'seconds', 'count', 'money'] as const;
export type CellKind = (typeof CELL_KINDS)[number];

/** How a cell is drawn where it is more than its text: what explains a change, or periods on one axis. */
export const CELL_LOOKS = ['explanation', 'strip'] as const;
/** What a column is in a chart of steps: where they begin and end, a step, or a step of what was not worked. */
export const BAR_KINDS = ['total', 'step', 'not worked'] as const;

export interface ReportColumn {
  readonly id: string;
  readonly name: string;
  readonly kind: CellKind;
  readonly look?: (typeof CELL_LOOKS)[number];
  readonly bar?: (typeof BAR_KINDS)[number];
  /** How wide it is, in quarters of a rem, where that is not what its kind needs. */
  readonly room?: number;
  /** It takes what room is left over. */
  readonly grows?: boolean;
}

export type ReportCell = string | number | null;

/** One row of a report; what it opens, where it opens something. */
export interface ReportRow {
  readonly cells: readonly ReportCell[];
  /** The person whose card it is. */
  readonly personId?: number | null;
  /** By what this row was told apart, so that what is in it can be asked for. */
  readonly key?: string | null;
}

/** A report: what was asked, as a table. Whoever shows it writes its days, hours and money. */
export interface ReportTable {
  readonly columns: readonly ReportColumn[];
  readonly rows: readonly ReportRow[];
  /** What the rows add up to; null where a column is none that is added up. */
  readonly sums: readonly ReportCell[];
}

/** The sums of columns that are added up. Money is added up before it is written, so that its sums are given. */
export function sumsOf(
  columns: readonly ReportColumn[],
  rows: readonly ReportRow[],
  given: Readonly<Record<string, ReportCell>> = {},
): ReportCell[] {
  return columns.map(({ id, kind }, i) => {
    const known = given[id];
    if (known !== undefined) return known;
    if (kind !== 'hours' && kind !== 'seconds' && kind !== 'count') return null;
    return rows.reduce((sum, { cells }) => sum + Number(cells[i] ?? 0), 0);
  });
}
