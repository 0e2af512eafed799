import { LayoutSchema } from '@heath/core';
import * as v from 'valibot';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());
const version = v.pipe(v.number('Give the version that was changed.'), v.integer(), v.minValue(1));

export const LayoutView = v.strictObject({
  id: count,
  says: LayoutSchema,
  isInUse: v.boolean(),
  version: count,
});
export type LayoutView = v.InferOutput<typeof LayoutView>;

/** GET /api/layouts */
export const LayoutsReply = v.strictObject({ layouts: list(LayoutView) });
export type LayoutsReply = v.InferOutput<typeof LayoutsReply>;

/** POST /api/layouts */
export const AddLayoutRequest = v.object({ says: LayoutSchema });
/** PUT /api/layouts/:layout */
export const ChangeLayoutRequest = v.object({ says: LayoutSchema, version });

/** POST /api/periods/:period/layouts/preview */
export const PreviewLayoutRequest = v.object({
  says: LayoutSchema,
  /** On the lines of a batch, instead of what the period would hand off. */
  batchId: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2_147_483_647))),
});

export const LayoutPreview = v.strictObject({
  /** The first rows, cell by cell. */
  rows: list(
    v.strictObject({
      part: v.picklist(['heading', 'header', 'line', 'trailer']),
      cells: list(v.string()),
      /** As the file has it; null of what is no text. */
      text: v.nullable(v.string()),
    }),
  ),
  lines: count,
  people: count,
  hoursInCards: count,
  /** Lines of the batch that stand in it, alone or joined. */
  linesOfBatch: count,
  hoursInFile: count,
  hoursInBatch: count,
  /** What falls into the catch-all, and so is in no file. */
  hoursUncaught: count,
  faults: list(
    v.strictObject({ line: v.nullable(count), heading: v.string(), value: v.string(), reason: v.string() }),
  ),
  faultCount: count,
  fileName: v.string(),
});
export type LayoutPreview = v.InferOutput<typeof LayoutPreview>;

/** POST /api/layouts/recognize: what a sample file looks like. */
export const RecognizedLayout = v.strictObject({
  says: LayoutSchema,
  /** How sure each column is, and what was seen in it. */
  columns: list(v.strictObject({ heading: v.string(), sample: v.string(), isSure: v.boolean() })),
  notes: list(v.string()),
});
export type RecognizedLayout = v.InferOutput<typeof RecognizedLayout>;
