import {
  DATE_ORDERS,
  FIELDS,
  type Field,
  type Mapping,
  missingFields,
  type RefusalReason,
} from '@heath/core';
import * as v from 'valibot';

export type ImportStatus = 'receiving' | 'to confirm' | 'queued' | 'done' | 'failed';

/** GET /api/imports/:id */
export interface ImportReply {
  readonly id: number;
  readonly name: string;
  readonly status: ImportStatus;
  readonly bytes: number;
  readonly madeBy: string;
  /** ISO 8601 instant. */
  readonly madeAt: string;
  /** What the first rows look like; null until the file is received. */
  readonly preview: ImportPreview | null;
  /** Bytes read of all bytes, while queued. */
  readonly progress: { readonly done: number; readonly total: number } | null;
  readonly added: number;
  readonly known: number;
  readonly refused: number;
  /** Of those added: made with a badge that nobody had on that day; they wait. */
  readonly unowned: number;
  readonly error: string | null;
  /** The id of an earlier import of the very same bytes. */
  readonly sameAs: number | null;
}

/** What a file's first rows look like. */
export interface StoredPreview {
  readonly rows: readonly (readonly string[])[];
  readonly columns: readonly Field[];
  /** Null where the rows allow two readings. */
  readonly dateOrder: Mapping['dateOrder'] | null;
  readonly duplicateHeaders: readonly string[];
}

export interface ImportPreview extends StoredPreview {
  readonly header: readonly string[];
}

/** GET /api/imports: newest first. */
export interface ImportsReply {
  readonly imports: readonly Omit<ImportReply, 'preview' | 'progress' | 'sameAs'>[];
}

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
export interface RefusalsReply {
  readonly refusals: readonly {
    readonly line: number;
    readonly field: Field;
    readonly value: string;
    readonly reason: RefusalReason;
  }[];
}

/** The largest file taken. */
export const LARGEST_IMPORT_BYTES = 256 * 1024 * 1024;
