import { type Computed, type Instant, type PersonId, PUNCH_KINDS, type ZoneOffsets } from '@heath/core';
import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';
import { NextPage } from '../shared/pages.ts';
import {
  at,
  classId,
  DayReasonSchema,
  ExceptionSchema,
  LineSchema,
  ofCore,
  PlanSchema,
  ShiftReasonSchema,
  SpellSchema,
  UnpaidBreakSchema,
} from './card-parts.ts';

const count = v.pipe(v.number(), v.integer());
const id = v.pipe(v.number(), v.integer());

/** What a day's mark in the list shows: ordinary, with overtime, with something to settle, nothing. */
export type DayMark = 'o' | 't' | 'x' | '-';

/** Whether somebody stands for a card as it is: nobody does; one more must; enough do; or somebody did, and it changed since. */
export const APPROVAL_STATES = ['none', 'waits', 'approved', 'changed'] as const;
export type ApprovalState = (typeof APPROVAL_STATES)[number];

/** One person in the list of a period; hours are null while they are being computed. */
export const CardRow = v.strictObject({
  personId: ofCore<PersonId>(id),
  number: v.string(),
  name: v.string(),
  department: v.string(),
  groupId: id,
  payableHours: v.nullable(count),
  toSettle: count,
  /** A mark a day. */
  marks: v.pipe(v.string(), v.regex(/^[otx-]*$/)),
  approval: v.picklist(APPROVAL_STATES),
});
export type CardRow = v.InferOutput<typeof CardRow>;

const cardColumns = v.strictObject({
  /** The names that `department` counts into. */
  departments: list(v.string()),
  personId: list(ofCore<PersonId>(id)),
  number: list(v.string()),
  name: list(v.string()),
  department: list(count),
  groupId: list(id),
  payableHours: list(v.nullable(count)),
  toSettle: list(count),
  marks: list(v.pipe(v.string(), v.regex(/^[otx-]*$/))),
  /** The place of its state among `APPROVAL_STATES`. */
  approval: list(count),
  next: NextPage,
});

/**
 * GET /api/periods/:id/cards?page=NUMBER, a column a list, all of one length: of ten thousand rows the names of their fields alone would be half of
 * what travels (`lists` in the bench). `cardRows` puts them together.
 */
export const CardsReply = v.pipe(
  cardColumns,
  v.check(
    ({ departments, personId, next: _, ...columns }) =>
      Object.values(columns).every(({ length }) => length === personId.length) &&
      columns.department.every((place) => departments[place] !== undefined),
    'Every column is of one length, and every department has a name.',
  ),
);
export type CardsReply = v.InferOutput<typeof CardsReply>;

/** The rows of a page of cards, in its order. */
export function cardRows({ departments, ...columns }: CardsReply): CardRow[] {
  return columns.personId.map((personId, i) => ({
    personId,
    number: columns.number[i] ?? '',
    name: columns.name[i] ?? '',
    department: departments[columns.department[i] ?? -1] ?? '',
    groupId: columns.groupId[i] ?? 0,
    payableHours: columns.payableHours[i] ?? null,
    toSettle: columns.toSettle[i] ?? 0,
    marks: columns.marks[i] ?? '',
    approval: APPROVAL_STATES[columns.approval[i] ?? 0] ?? 'none',
  }));
}

export const StripDay = v.strictObject({
  day,
  plannedSeconds: count,
  clockedSeconds: count,
  toSettle: count,
});
export type StripDay = v.InferOutput<typeof StripDay>;

/** GET /api/periods/:id/strip?group=ID&page=NUMBER: the sums of one page. */
export const StripReply = v.strictObject({
  days: list(StripDay),
  clockedSeconds: count,
  payableHours: count,
  toSettle: count,
  people: count,
  /** Cards that somebody stands for as they are. */
  approved: count,
  /** Cards whose hours are still being computed. */
  computing: count,
  next: NextPage,
});
export type StripReply = v.InferOutput<typeof StripReply>;

/** The sums of two pages of one strip, as the second page says what follows. */
export const withPage = (one: StripReply, other: StripReply): StripReply => ({
  days: one.days.map((day, i) => ({
    day: day.day,
    plannedSeconds: day.plannedSeconds + (other.days[i]?.plannedSeconds ?? 0),
    clockedSeconds: day.clockedSeconds + (other.days[i]?.clockedSeconds ?? 0),
    toSettle: day.toSettle + (other.days[i]?.toSettle ?? 0),
  })),
  clockedSeconds: one.clockedSeconds + other.clockedSeconds,
  payableHours: one.payableHours + other.payableHours,
  toSettle: one.toSettle + other.toSettle,
  people: one.people + other.people,
  approved: one.approved + other.approved,
  computing: one.computing + other.computing,
  next: other.next,
});

const difference = v.pipe(v.number(), v.integer());
/** What one changed card adds to the sums of a strip, or takes from them. */
export const StripChange = v.strictObject({
  /** The days of which something changed. */
  days: list(v.strictObject({ day, clockedSeconds: difference, toSettle: difference })),
  clockedSeconds: difference,
  payableHours: difference,
  toSettle: difference,
  approved: difference,
});
export type StripChange = v.InferOutput<typeof StripChange>;

/** The strip after one of its cards changed, without adding up all of them again. */
export const withChange = (strip: StripReply, change: StripChange): StripReply => ({
  ...strip,
  days: strip.days.map((of) => {
    const changed = change.days.find(({ day: changedDay }) => changedDay === of.day);
    if (changed === undefined) return of;
    const { clockedSeconds, toSettle } = changed;
    return { ...of, clockedSeconds: of.clockedSeconds + clockedSeconds, toSettle: of.toSettle + toSettle };
  }),
  clockedSeconds: strip.clockedSeconds + change.clockedSeconds,
  payableHours: strip.payableHours + change.payableHours,
  toSettle: strip.toSettle + change.toSettle,
  approved: strip.approved + change.approved,
});

/** One shift as the ribbon draws it and the why panel explains it. */
export const ShiftView = v.strictObject({
  workday: day,
  spells: list(SpellSchema),
  unpaid: list(UnpaidBreakSchema),
  onTheClock: v.nullable(ofCore<Instant>(at)),
  clockedSeconds: count,
  payableSeconds: count,
  unpaidSeconds: count,
  heldSeconds: count,
  roundingSeconds: count,
  reasons: list(ShiftReasonSchema),
});
export type ShiftView = v.InferOutput<typeof ShiftView>;

/** A shift as the ribbon draws it and its reasons explain it. */
export const shiftView = (shift: Computed['shifts'][number]): ShiftView => ({
  workday: shift.workday,
  spells: shift.spells,
  unpaid: shift.breaks.unpaid,
  onTheClock: shift.onTheClock?.at ?? null,
  clockedSeconds: shift.clockedSeconds,
  payableSeconds: shift.payableSeconds,
  unpaidSeconds: shift.unpaidSeconds,
  heldSeconds: shift.heldSeconds,
  roundingSeconds: shift.roundingSeconds,
  reasons: shift.reasons,
});

export const SegmentView = v.strictObject({
  workday: day,
  start: ofCore<Instant>(at),
  end: ofCore<Instant>(at),
  classId,
  premiums: list(v.string()),
});
export type SegmentView = v.InferOutput<typeof SegmentView>;

/** A segment as the ribbon draws it. */
export const segmentView = (segment: Computed['segments'][number]): SegmentView => ({
  workday: segment.workday,
  start: segment.start,
  end: segment.end,
  classId: segment.pay.classId,
  premiums: segment.premiums.list.map(({ name }) => name),
});

/** A correction as the card's history shows it. */
export const CorrectionView = v.strictObject({
  id,
  /** The name of one of the core's kinds. */
  kind: v.string(),
  /** Its settings, as that kind has them. */
  says: ofCore<Readonly<Record<string, unknown>>>(v.looseObject({ workday: v.optional(day) })),
  /** The workday that it is about. */
  workday: day,
  /** The raw punch that it is about, as it was made; null where it is about none on this card. */
  punch: v.nullable(v.strictObject({ kind: v.picklist(PUNCH_KINDS), at })),
  note: v.string(),
  by: v.string(),
  /** ISO 8601 instant. */
  madeAt: v.pipe(v.string(), v.isoTimestamp()),
  payableBeforeHours: count,
  payableAfterHours: count,
  /** The correction that it takes back. */
  undoes: v.nullable(id),
  /** Another correction took it back. */
  undone: v.boolean(),
});
export type CorrectionView = v.InferOutput<typeof CorrectionView>;

/** The offsets of a zone from UTC, and from when each holds. */
export const ZoneOffsetsSchema = v.strictObject({
  zone: v.string(),
  starts: list(v.number()),
  offsets: list(v.number()),
});

/** GET /api/periods/:id/cards/:personId */
export const CardReply = v.strictObject({
  row: CardRow,
  rulebook: v.string(),
  edition: count,
  firstDay: day,
  lastDay: day,
  sealed: v.boolean(),
  /** Punches or corrections came after the period was handed off. */
  changedSinceSealed: v.boolean(),
  /** The site's offsets, so that every instant can be shown on its wall clock. */
  offsets: ofCore<ZoneOffsets>(ZoneOffsetsSchema),
  /** Days of the period that are holidays where the person belongs. */
  holidays: list(day),
  /** The weekday on which the workweek of its rulebook begins: Monday is 0. */
  weekStartsOn: count,
  plans: list(PlanSchema),
  shifts: list(ShiftView),
  segments: list(SegmentView),
  lines: list(LineSchema),
  exceptions: list(ExceptionSchema),
  /** Why overtime, guarantees and leave are what they are. */
  reasons: list(DayReasonSchema),
  corrections: list(CorrectionView),
  /** Who stands for it, or stood for it before it changed; the first first. */
  approvals: list(
    v.strictObject({
      by: v.string(),
      /** ISO 8601 instant. */
      madeAt: v.pipe(v.string(), v.isoTimestamp()),
      /** Of the card as it is. */
      stands: v.boolean(),
      /** What it then paid; null where that was not kept. */
      payableHours: v.nullable(count),
    }),
  ),
});
export type CardReply = v.InferOutput<typeof CardReply>;
