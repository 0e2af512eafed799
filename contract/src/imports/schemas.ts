import { DATE_ORDERS, FIELDS, missingFields, REFUSALS } from '@heath/core';
import * as v from 'valibot';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** What a file's first rows look like. */
export const StoredPreview = v.strictObject({
  rows: list(list(v.string())),
  columns: list(v.picklist(FIELDS)),
  /** Null where the rows allow two readings. */
  dateOrder: v.nullable(v.picklist(DATE_ORDERS)),
  duplicateHeaders: list(v.string()),
});
export type StoredPreview = v.InferOutput<typeof StoredPreview>;

export const ImportPreview = v.strictObject({ ...StoredPreview.entries, header: list(v.string()) });
export type ImportPreview = v.InferOutput<typeof ImportPreview>;

const summary = {
  id: count,
  name: v.string(),
  status: v.picklist(['receiving', 'to confirm', 'queued', 'done', 'failed']),
  bytes: count,
  madeBy: v.string(),
  /** ISO 8601 instant. */
  madeAt: v.pipe(v.string(), v.isoTimestamp()),
  added: count,
  known: count,
  refused: count,
  /** Made with a badge that nobody had on that day; they wait. */
  unowned: count,
  /** On days that no pay period holds: nobody is paid for them yet. */
  outside: count,
  error: v.nullable(v.string()),
};

/** GET /api/imports/:id */
export const ImportReply = v.strictObject({
  ...summary,
  /** What the first rows look like; null until the file is received. */
  preview: v.nullable(ImportPreview),
  /** Bytes read of all bytes, while queued. */
  progress: v.nullable(v.strictObject({ done: count, total: count })),
  /** The id of an earlier import of the very same bytes. */
  sameAs: v.nullable(count),
});
export type ImportReply = v.InferOutput<typeof ImportReply>;

/** GET /api/imports: newest first. */
export const ImportsReply = v.strictObject({ imports: list(v.strictObject(summary)) });
export type ImportsReply = v.InferOutput<typeof ImportsReply>;

/** POST /api/imports/:id/start */
export const StartImportRequest = v.pipe(
  v.object({
    columns: v.pipe(
      v.array(
        v.picklist(FIELDS, `A column means one of ${FIELDS.join(', ')}.`),
        'Say for each column of the file what it means.',
      ),
      v.minLength(1, 'Say for each column of the file what it means.'),
      v.maxLength(200, 'Heath takes up to 200 columns.'),
    ),
    dateOrder: v.picklist(DATE_ORDERS, 'Say in which order day and month stand.'),
  }),
  v.forward(
    v.check(
      ({ columns }) => missingFields(columns).length === 0,
      'A punch needs a person and a date with time: choose a column for each.',
    ),
    ['columns'],
  ),
  v.forward(
    v.check(
      ({ columns }) => columns.every((field, i) => field === 'ignore' || columns.indexOf(field) === i),
      'Two columns are given the same meaning: leave one of them out.',
    ),
    ['columns'],
  ),
);

/** GET /api/imports/:id/refusals?after=LINE */
export const RefusalsReply = v.strictObject({
  refusals: list(
    v.strictObject({
      line: count,
      field: v.picklist(FIELDS),
      value: v.string(),
      reason: v.picklist(REFUSALS),
    }),
  ),
});
export type RefusalsReply = v.InferOutput<typeof RefusalsReply>;

/** The largest file taken. */
export const LARGEST_IMPORT_BYTES = 256 * 1024 * 1024;

/** The name of a file that is brought. */
export const FileName = v.pipe(
  v.string('Name the file.'),
  v.trim(),
  v.minLength(1, 'Name the file.'),
  v.maxLength(255, 'The name of the file has more than 255 characters. Give it a shorter one.'),
);
