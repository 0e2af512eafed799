import { DAY_STATES, type DayState, type PersonId, type ZoneOffsets } from '@heath/core';
import * as v from 'valibot';
import { ExceptionSchema, LineSchema, ofCore, PlanSchema } from '../cards/card-parts.ts';
import { SegmentView, ShiftView, ZoneOffsetsSchema } from '../cards/schemas.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';
import { NextPage } from '../shared/pages.ts';

const count = v.pipe(v.number(), v.integer());
const id = v.pipe(v.number(), v.integer());
const name = v.string();

/** A day in the query of an address; none: the one before today, within the period. */
export const DayQuery = v.optional(day);

/** Whether somebody stands for a day: nobody, somebody as it is, or somebody as it was. */
export const DAY_APPROVALS = ['none', 'approved', 'changed'] as const;

/** How one day of one person went. */
export interface DayRow {
  readonly personId: PersonId;
  readonly number: string;
  readonly name: string;
  readonly department: string;
  readonly site: string;
  /** What was planned or, where nothing was, nothing. */
  readonly job: string;
  /** Whom they report to; nothing where that is nobody. */
  readonly supervisor: string;
  readonly groupId: number;
  /** The wall clock of the site. */
  readonly offsets: ZoneOffsets;
  /** Null while the card is being computed. */
  readonly state: DayState | null;
  readonly payableHours: number;
  readonly overtimeHours: number;
  readonly toSettle: number;
  readonly approval: (typeof DAY_APPROVALS)[number];
}

const dayColumns = v.strictObject({
  /** The names that the columns of places count into. */
  names: list(name),
  personId: list(ofCore<PersonId>(id)),
  number: list(v.string()),
  name: list(name),
  department: list(count),
  site: list(count),
  job: list(count),
  supervisor: list(count),
  groupId: list(id),
  /** Counts into `zones`. */
  zone: list(count),
  /** The place of its state among `DAY_STATES`; -1 while it is being computed. */
  state: list(count),
  payableHours: list(count),
  overtimeHours: list(count),
  toSettle: list(count),
  /** The place among `DAY_APPROVALS`. */
  approval: list(count),
});

/**
 * GET /api/periods/:id/day?day=DATE&page=NUMBER: everybody within reach on one workday, by name; a column a list, as `CardsReply`. `dayRows` puts
 * them together.
 */
export const DayReply = v.strictObject({
  day,
  /** By the clock of the business. */
  today: day,
  /** Begin and end of the axis of everybody on the page, in seconds after the midnight of the day. */
  axis: v.strictObject({ from: count, to: count }),
  zones: list(ofCore<ZoneOffsets>(ZoneOffsetsSchema)),
  people: v.pipe(
    dayColumns,
    v.check(
      ({ names, personId, ...columns }) =>
        Object.values(columns).every(({ length }) => length === personId.length) &&
        [...columns.department, ...columns.site, ...columns.job, ...columns.supervisor].every(
          (place) => names[place] !== undefined,
        ),
      'Every column is of one length, and every place has a name.',
    ),
  ),
  next: NextPage,
});
export type DayReply = v.InferOutput<typeof DayReply>;

const NO_OFFSETS: ZoneOffsets = { zone: 'UTC', starts: [0], offsets: [0] };

/** The rows of a day, in its order. */
export function dayRows({ zones, people: { names, personId, ...columns } }: DayReply): DayRow[] {
  const nameAt = (places: readonly number[], i: number): string => names[places[i] ?? -1] ?? '';
  return personId.map((id, i) => ({
    offsets: zones[columns.zone[i] ?? -1] ?? NO_OFFSETS,
    personId: id,
    number: columns.number[i] ?? '',
    name: columns.name[i] ?? '',
    department: nameAt(columns.department, i),
    site: nameAt(columns.site, i),
    job: nameAt(columns.job, i),
    supervisor: nameAt(columns.supervisor, i),
    groupId: columns.groupId[i] ?? 0,
    state: DAY_STATES[columns.state[i] ?? -1] ?? null,
    payableHours: columns.payableHours[i] ?? 0,
    overtimeHours: columns.overtimeHours[i] ?? 0,
    toSettle: columns.toSettle[i] ?? 0,
    approval: DAY_APPROVALS[columns.approval[i] ?? 0] ?? 'none',
  }));
}

/** So many ribbons are drawn at once. */
export const MOST_RIBBONS = 60;

/** Whose ribbons, in the query of an address: ids with commas between. */
export const RibbonsOf = v.pipe(
  v.string('Say whose: people=1,2,3.'),
  v.regex(/^\d{1,9}(,\d{1,9})*$/, 'Say whose: people=1,2,3.'),
  v.transform((text) => [...new Set(text.split(',').map(Number))]),
  v.maxLength(MOST_RIBBONS, `Ask for up to ${MOST_RIBBONS} people at once.`),
);

/** What a ribbon draws of one day of somebody. */
export const DayRibbon = v.strictObject({
  personId: ofCore<PersonId>(id),
  offsets: ofCore<ZoneOffsets>(ZoneOffsetsSchema),
  plans: list(PlanSchema),
  shifts: list(ShiftView),
  segments: list(SegmentView),
  lines: list(LineSchema),
  exceptions: list(ExceptionSchema),
});
export type DayRibbon = v.InferOutput<typeof DayRibbon>;

/** GET /api/periods/:id/day/ribbons?day=DATE&people=1,2,3: those of them within reach. */
export const RibbonsReply = v.strictObject({ day, ribbons: list(DayRibbon) });
export type RibbonsReply = v.InferOutput<typeof RibbonsReply>;
