import { type FileCheck, FileChecker } from './check.ts';
import { encode, encodingMark } from './encode.ts';
import { fileRows } from './file-rows.ts';
import type { Layout } from './layout.ts';
import { lineEndOf, rowJson, rowText } from './row-text.ts';
import type { BatchHead, BatchLine } from './types.ts';

/** The text of a file, row by row. */
export function* fileTexts(
  layout: Layout,
  batch: BatchHead,
  lines: () => Iterable<BatchLine>,
  checker: FileChecker,
): Generator<string> {
  const end = lineEndOf(layout);
  if (layout.kind !== 'json') {
    for (const row of fileRows(layout, batch, lines)) {
      checker.row(row);
      yield rowText(row, layout) + end;
    }
    return;
  }
  let before = `{${end}`;
  let isInLines = false;
  let isFirst = true;
  const open = () => `${before}  "lines": [${end}`;
  for (const row of fileRows({ ...layout, hasHeading: false }, batch, lines)) {
    checker.row(row);
    if (row.part === 'header') {
      before += `  "header": ${rowJson(row)},${end}`;
      continue;
    }
    if (!isInLines) yield open();
    isInLines = true;
    if (row.part === 'line') yield `${isFirst ? '' : `,${end}`}    ${rowJson(row)}`;
    else yield `${end}  ],${end}  "trailer": ${rowJson(row)}${end}}${end}`;
    isFirst = false;
  }
  if (!isInLines) yield open();
  if (layout.trailer === null) yield `${end}  ]${end}}${end}`;
}

/** The bytes of a file in parts, with what came of holding them against the batch. */
export function* fileBytes(
  layout: Layout,
  batch: BatchHead,
  lines: () => Iterable<BatchLine>,
): Generator<Uint8Array, FileCheck> {
  const checker = new FileChecker(layout);
  const mark = encodingMark(layout.encoding);
  if (mark.length > 0) yield mark;
  let text = '';
  for (const row of fileTexts(layout, batch, lines, checker)) {
    text += row;
    if (text.length < 65_536) continue;
    yield encode(text, layout.encoding);
    text = '';
  }
  if (text !== '') yield encode(text, layout.encoding);
  return checker.done(lines());
}
