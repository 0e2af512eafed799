import * as v from 'valibot';
import { classId } from './card-parts.ts';
import { day } from './day.ts';
import { list } from './list.ts';

const count = v.pipe(v.number(), v.integer());

/** Hours under one pay code; `code` is null in the catch-all. */
export const CodeSum = v.strictObject({
  code: v.nullable(v.string()),
  name: v.string(),
  classIds: list(classId),
  premium: v.boolean(),
  people: count,
  hours: count,
  /** The same code's hours in the period before; null where that was not handed off. */
  previousHours: v.nullable(count),
});
export type CodeSum = v.InferOutput<typeof CodeSum>;

export const HandoffBatch = v.strictObject({
  id: count,
  firstDay: day,
  lastDay: day,
  people: count,
  lines: count,
  payableHours: count,
  premiumHours: count,
  madeBy: v.string(),
  /** ISO 8601 instant. */
  madeAt: v.pipe(v.string(), v.isoTimestamp()),
});
export type HandoffBatch = v.InferOutput<typeof HandoffBatch>;

/** GET /api/periods/:id/handoff */
export const HandoffReply = v.strictObject({
  periodId: count,
  people: count,
  clockedSeconds: count,
  /** From clocked to payable: what meals and breaks took off. */
  unpaidSeconds: count,
  /** Taken off by holding to the plan; negative where it forgave. */
  heldSeconds: count,
  /** What the classes pay, before it is brought to whole steps of pay; and what of that was not worked. */
  payableSeconds: count,
  notWorkedSeconds: count,
  payableHours: count,
  codes: list(CodeSum),
  toSettle: count,
  computing: count,
  /** Null until the period is handed off. */
  batch: v.nullable(HandoffBatch),
  /** Batches of earlier periods, newest first. */
  earlier: list(HandoffBatch),
});
export type HandoffReply = v.InferOutput<typeof HandoffReply>;
