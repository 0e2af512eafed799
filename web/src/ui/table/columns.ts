import type { ReactNode } from 'react';
import { writingNow } from '../text/format.ts';

/** A column of a table: what stands in it, how it is shown, and what it adds up to. */
export interface Column<Row> {
  readonly id: string;
  readonly name: string;
  /** What sorts, filters and goes into files: a number where it is one. */
  readonly value: (row: Row) => string | number | null;
  /** As it is shown, and copied; the value as it stands where it is left out. */
  readonly text?: (row: Row) => string;
  /** How it is drawn; its text where it is left out. */
  readonly show?: (row: Row) => ReactNode;
  /** Figures stand at the right. */
  readonly isFigure?: boolean;
  /** Its figures are hours, which take more room where they are written in minutes. */
  readonly isHours?: boolean;
  /** What stands below the column, of the rows that are shown; and beside the name of a group. */
  readonly sum?: (rows: readonly Row[]) => string;
  /** At least so many units of room; what is left over goes to the columns that grow. */
  readonly room: number;
  readonly grows?: boolean;
}

/** What a cell shows, as text. */
export const textOf = <Row>({ value, text }: Column<Row>, row: Row): string =>
  text === undefined ? String(value(row) ?? '') : text(row);

/** In what order two values of a column come: figures by size, texts as people sort them, nothing last. */
export function inOrder(a: string | number | null, b: string | number | null): number {
  if (a === b) return 0;
  if (a === null || a === '') return 1;
  if (b === null || b === '') return -1;
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return texts.compare(String(a), String(b));
}
const texts = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Hours of minutes and seconds take so much more room than decimal ones. */
const ROOM_OF_MINUTES = 9;

/** The room that a column takes at least. */
const roomOf = ({ room, isHours }: Pick<Column<never>, 'room' | 'isHours'>): number =>
  isHours === true && writingNow().hours === 'hours and minutes' ? room + ROOM_OF_MINUTES : room;

/** The room of columns as CSS has it. */
export const tracksOf = <Row>(columns: readonly Column<Row>[]): string =>
  columns
    .map((column) => {
      const least = `calc(var(--spacing) * ${roomOf(column)})`;
      return column.grows === true ? `minmax(${least}, 1fr)` : least;
    })
    .join(' ');

/** The room of what picks rows, and of the menu at the end of the names. */
const BESIDE = 7;

/** The least width of columns, with what stands beside them, as CSS has it. */
export const leastWidthOf = <Row>(columns: readonly Column<Row>[], picks: boolean): string => {
  const room = columns.reduce((sum, column) => sum + roomOf(column), BESIDE);
  return `calc(var(--spacing) * ${picks ? room + BESIDE : room})`;
};
