import type { Column } from './columns.ts';

/** What a table is given. */
export interface TableProps<Row> {
  /** By which somebody's choice of columns is kept. */
  readonly id: string;
  readonly name: string;
  readonly columns: readonly Column<Row>[];
  readonly rows: readonly Row[];
  readonly idOf: (row: Row) => string;
  /** Rows with this in one of their texts are shown. */
  readonly filter?: string;
  /** Rows gather under the texts of this column; they do not where it is null. */
  readonly groupBy?: string | null;
  /** What Enter and a double click do. */
  readonly onOpen?: (row: Row) => void;
  /** Where it is given, rows can be picked. */
  readonly onPicked?: (rows: readonly Row[]) => void;
  readonly isAlarming?: (row: Row) => boolean;
  /** As high as what is around it and scrolling by itself, or as high as its rows, which then should be few. */
  readonly height: 'around' | 'rows';
  /** What stands where there are no rows. */
  readonly empty: string;
}
