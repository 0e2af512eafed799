/** Which part of a layout a column stands in, and where. */
export interface ColumnPlace {
  readonly part: 'columns' | 'header' | 'trailer';
  readonly index: number;
}
