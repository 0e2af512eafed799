import type { ZoneOffsets } from '@heath/core';
import * as v from 'valibot';
import { ofCore } from '../cards/card-parts.ts';
import { CorrectionView, ZoneOffsetsSchema } from '../cards/schemas.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** One correction of a period, whose card it is on, and with which others it was made. */
const made = v.strictObject({
  ...CorrectionView.entries,
  personId: count,
  number: v.string(),
  name: v.string(),
  department: v.string(),
  /** Which wall clock its times are read on: a place in `zones`. */
  zone: count,
  /** What was done to many together; null where it was made by itself. */
  together: v.nullable(v.string()),
});

/** GET /api/periods/:id/history: the corrections on the cards within reach, the newest first. */
export const HistoryReply = v.strictObject({
  zones: list(ofCore<ZoneOffsets>(ZoneOffsetsSchema)),
  corrections: list(made),
  /** There are more, older ones, than can be told at once. */
  isCut: v.boolean(),
});
export type HistoryReply = v.InferOutput<typeof HistoryReply>;
