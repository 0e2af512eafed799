import * as v from 'valibot';
import { day } from './day.ts';
import { list } from './list.ts';

const id = v.pipe(v.number(), v.integer());

export const PeriodSummary = v.strictObject({ id, firstDay: day, lastDay: day, sealed: v.boolean() });
export type PeriodSummary = v.InferOutput<typeof PeriodSummary>;

/** GET /api/periods */
export const PeriodsReply = v.strictObject({
  groups: list(v.strictObject({ id, name: v.string() })),
  /** Newest first. */
  periods: list(PeriodSummary),
});
export type PeriodsReply = v.InferOutput<typeof PeriodsReply>;
