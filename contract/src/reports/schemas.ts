import { BAR_KINDS, CELL_KINDS, CELL_LOOKS, PARTS } from '@heath/core';
import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** The name of a report in its address; which there are, `ReportsReply` tells. */
export const ReportName = v.pipe(
  v.string(),
  v.regex(/^[a-z][a-z-]{0,40}$/, 'Name a report as the list of reports does, like hours-and-cost.'),
);
export type ReportName = string;

/** Under what a report stands in the list. */
export const REPORT_SHELVES = ['What is paid', 'People', 'Records'] as const;

/** A report as somebody chooses it. */
export const ReportDescription = v.strictObject({
  name: ReportName,
  label: v.string(),
  shelf: v.picklist(REPORT_SHELVES),
  /** By what its lines can be told apart, the first where nothing is asked. */
  parts: list(v.picklist(PARTS)),
  /** It is of one person, or can be. */
  ofPerson: v.picklist(['must', 'may', 'never']),
  /** It can be asked of any days, across periods. */
  ofSpan: v.boolean(),
  /** Of which parts it can be asked alone: of a department, a site. */
  narrowedBy: list(v.picklist(PARTS)),
  /** Choice that the report offers, with its first value as the default; null where it offers none. */
  choice: v.nullable(
    v.strictObject({
      label: v.string(),
      of: list(v.strictObject({ value: v.string(), name: v.string() })),
    }),
  ),
});
export type ReportDescription = v.InferOutput<typeof ReportDescription>;

/** GET /api/reports: the reports that there are, in their order. */
export const ReportsReply = v.strictObject({
  reports: list(ReportDescription),
  /** The parts of the company that a report can be asked of alone, by name; `key` goes into `only`. */
  parts: list(
    v.strictObject({
      part: v.picklist(PARTS),
      of: list(v.strictObject({ key: v.string(), name: v.string() })),
    }),
  ),
});
export type ReportsReply = v.InferOutput<typeof ReportsReply>;

/** What a report is asked for: `?by=department&only=group:night`. What a report does not know is passed over. */
export const ReportQuery = v.object({
  by: v.optional(v.picklist(PARTS, `Tell its lines apart by ${PARTS.join(', ')}.`)),
  /** Of one part alone: `department:deck`. */
  only: v.optional(
    v.pipe(v.string(), v.regex(/^[a-z ]+:.{1,120}$/, 'Give a part and its code, like department:deck.')),
  ),
  /** One of what its description lets choose. */
  choice: v.optional(v.pipe(v.string(), v.maxLength(40))),
  person: v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/, 'Give the number of a person’s card.'))),
  /** First and last day, where it is asked of other days than those of the period; both or neither. */
  from: v.optional(day),
  to: v.optional(day),
  /** The column by which the rows are in order, where the report has several orders. */
  sort: v.optional(v.pipe(v.string(), v.maxLength(40))),
});
export type ReportQuery = v.InferOutput<typeof ReportQuery>;

export const FILE_FORMATS = ['csv', 'xlsx', 'pdf'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];
/** As what a report is saved. */
export const ReportFormat = v.optional(v.picklist(FILE_FORMATS, `Give ${FILE_FORMATS.join(', ')}.`), 'csv');

const cell = v.nullable(v.union([v.string(), v.number()]));

const ReportColumnSchema = v.strictObject({
  id: v.string(),
  name: v.string(),
  kind: v.picklist(CELL_KINDS),
  look: v.optional(v.picklist(CELL_LOOKS)),
  bar: v.optional(v.picklist(BAR_KINDS)),
  /** In quarters of a rem. */
  room: v.optional(count),
  grows: v.optional(v.boolean()),
});

/** GET /api/periods/:period/reports/:report */
export const ReportReply = v.strictObject({
  title: v.string(),
  /** What it is of, in words. */
  says: v.string(),
  firstDay: day,
  lastDay: day,
  columns: list(ReportColumnSchema),
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
