import type { FileRow } from './file-rows.ts';
import type { Layout, LayoutColumn } from './layout.ts';
import { textCell } from './text-cell.ts';
import type { Cell } from './types.ts';

/** What separates the values of a layout. */
export const separatorOf = ({ kind, separator }: Pick<Layout, 'kind' | 'separator'>): string =>
  kind === 'tsv' ? '\t' : separator;

/** What ends a line. */
export const lineEndOf = ({ lineEnd }: Pick<Layout, 'lineEnd'>): string =>
  lineEnd === 'crlf' ? '\r\n' : '\n';

/** A value filled up to the width of its column. Noughts go behind a sign. */
export function padded(text: string, { width, fill, align }: LayoutColumn): string {
  if (width === null || text.length >= width) return text;
  if (align === 'left') return text.padEnd(width, fill);
  if (fill === '0' && text.startsWith('-')) return `-${text.slice(1).padStart(width - 1, '0')}`;
  return text.padStart(width, fill);
}

/** A value as a file of separated values has it; text that a spreadsheet would take for a formula is made harmless. */
function separated(cell: Cell, column: LayoutColumn, layout: Layout): string {
  const text = padded(cell.number === undefined ? textCell(cell.text) : cell.text, column);
  const mustBe = text.includes(separatorOf(layout)) || /["\r\n]/.test(text) || text !== text.trim();
  if (layout.quotes === 'never' || (layout.quotes === 'where needed' && !mustBe)) return text;
  return `"${text.replaceAll('"', '""')}"`;
}

/** A row as a line of text, without its end. Of CSV, TSV and fixed width. */
export function rowText({ columns, cells, part }: FileRow, layout: Layout): string {
  const each = columns.map((column, i) => {
    const cell = cells[i] ?? { text: '' };
    if (layout.kind === 'fixed') {
      // A heading stands over its column, however it is filled.
      const as = part === 'heading' ? { ...column, fill: ' ' as const } : column;
      return padded(cell.text, as).slice(0, part === 'heading' ? (column.width ?? undefined) : undefined);
    }
    return separated(cell, column, layout);
  });
  return each.join(layout.kind === 'fixed' ? '' : separatorOf(layout));
}

/** A row as JSON: its values by their headings. Numbers are numbers, as exactly as they are written. */
export function rowJson({ columns, cells }: FileRow): string {
  const values = columns.map((column, i) => {
    const { text, number } = cells[i] ?? { text: '' };
    const isNumber = typeof number === 'number' && /^-?\d+(\.\d+)?$/.test(text);
    return `${JSON.stringify(column.heading)}: ${isNumber ? text : JSON.stringify(text)}`;
  });
  return `{ ${values.join(', ')} }`;
}
