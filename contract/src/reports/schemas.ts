import { CELL_KINDS, PARTS } from '@heath/core';
import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** The reports that there are, by the name in their address. */
export const REPORTS = [
  'hours-and-cost',
  'bridge',
  'comparison',
  'overtime',
  'planned-and-worked',
  'exceptions',
  'unusual',
  'holiday-average',
  'time-card',
  'punches',
  'changes',
] as const;
export type ReportName = (typeof REPORTS)[number];
export const ReportName = v.picklist(REPORTS, `There is no such report: there are ${REPORTS.join(', ')}.`);

/** With which other period one is compared. */
export const AGAINST = ['last', 'year'] as const;
/** How far back the average before a holiday looks, in weeks. */
export const WEEKS = ['4', '12', '52'] as const;

/** What a report is asked for: `?by=department&only=group:night`. What a report does not know is passed over. */
export const ReportQuery = v.object({
  by: v.optional(v.picklist(PARTS, `Tell its lines apart by ${PARTS.join(', ')}.`)),
  /** Of one part alone: `department:deck`. */
  only: v.optional(
    v.pipe(v.string(), v.regex(/^[a-z ]+:.{1,120}$/, 'Give a part and its code, like department:deck.')),
  ),
  against: v.optional(v.picklist(AGAINST, 'Compare with last or year.')),
  weeks: v.optional(v.picklist(WEEKS, 'Look back 4, 12 or 52 weeks.')),
  person: v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/, 'Give the number of a person’s card.'))),
  /** The column by which the rows are in order, where the report has several orders. */
  sort: v.optional(v.pipe(v.string(), v.maxLength(40))),
});
export type ReportQuery = v.InferOutput<typeof ReportQuery>;

export const FILE_FORMATS = ['csv', 'xlsx', 'pdf'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];
/** As what a report is saved. */
export const ReportFormat = v.optional(v.picklist(FILE_FORMATS, `Give ${FILE_FORMATS.join(', ')}.`), 'csv');

const cell = v.nullable(v.union([v.string(), v.number()]));

/** GET /api/periods/:period/reports/:report */
export const ReportReply = v.strictObject({
  title: v.string(),
  /** What it is of, in words. */
  says: v.string(),
  firstDay: day,
  lastDay: day,
  columns: list(v.strictObject({ id: v.string(), name: v.string(), kind: v.picklist(CELL_KINDS) })),
  rows: list(
    v.strictObject({
      cells: list(cell),
      personId: v.nullable(count),
      key: v.nullable(v.string()),
    }),
  ),
  sums: list(cell),
  /** What whoever reads it should know. */
  notes: list(v.string()),
});
export type ReportReply = v.InferOutput<typeof ReportReply>;
