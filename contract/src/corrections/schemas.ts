import { type CarriedInput, type ClassSums, CorrectionSchema } from '@heath/core';
import * as v from 'valibot';
import { ClassSumsSchema, LineSchema, ofCore, says } from '../cards/card-parts.ts';
import { CardReply, SegmentView, ShiftView, StripChange } from '../cards/schemas.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

/** By which an exception is told from all others of its card. */
export const ExceptionKey = v.pipe(
  v.string('Say which exception is settled, by its key.'),
  v.minLength(1, 'Say which exception is settled, by its key.'),
  v.maxLength(200, 'No exception has such a key.'),
);
/** Why, for the record. */
export const Note = v.pipe(
  v.string('The note must be a text; it may be empty.'),
  v.trim(),
  v.maxLength(500, 'A note has at most 500 characters.'),
);

/** POST /api/periods/:id/cards/:personId/corrections, and …/corrections/preview for its effect alone. */
export const CorrectRequest = v.object({
  /** What it says: its kind, and the settings of that kind. */
  says: v.pipe(ofCore<v.InferInput<typeof CorrectionSchema>>(says), CorrectionSchema),
  /** The exception that it settles, by its key; left out where it settles none. */
  settles: v.optional(ExceptionKey),
  /** Why, for the record. */
  note: Note,
});
export type CorrectRequest = v.InferOutput<typeof CorrectRequest>;

/** A time that somebody gives, in seconds since 1970-01-01T00:00:00Z. */
export const GivenTime = v.pipe(
  v.number('Give the time in whole seconds since 1970-01-01T00:00:00Z.'),
  v.integer('Give the time in whole seconds since 1970-01-01T00:00:00Z.'),
  v.minValue(0, 'That time is before 1970.'),
  v.maxValue(4_102_444_800, 'That time is after 2100.'),
);

/** POST /api/periods/:id/cards/:personId/settle, and …/preview for its effect alone. */
export const SettleRequest = v.object({
  /** The exception's key. */
  exception: ExceptionKey,
  /** The time that was missing. */
  at: GivenTime,
  note: Note,
});
export type SettleRequest = v.InferOutput<typeof SettleRequest>;

/** What settling would change: hours of the card by class and premium, and the day as it would be. */
export const SettlePreview = v.strictObject({
  before: ofCore<ClassSums>(ClassSumsSchema),
  after: ofCore<ClassSums>(ClassSumsSchema),
  /** The workday on which something changes first. */
  day: v.strictObject({
    workday: day,
    shifts: list(ShiftView),
    segments: list(SegmentView),
    lines: list(LineSchema),
  }),
  /** What its workweek would then stand at, as far as that lies in the period. */
  week: ofCore<ClassSums>(ClassSumsSchema),
  /** Exceptions left on the card after it. */
  toSettle: v.pipe(v.number(), v.integer()),
});
export type SettlePreview = v.InferOutput<typeof SettlePreview>;

/** The recomputed card after settling or undoing. */
export const SettleReply = v.strictObject({
  correctionId: v.pipe(v.number(), v.integer()),
  card: CardReply,
  /** What it changes of the strips that the card is in; null where that is not known any more, since it was done before. */
  change: v.nullable(StripChange),
});
export type SettleReply = v.InferOutput<typeof SettleReply>;

/**
 * GET /api/periods/:id/cards/:personId/input: what the card follows from, for the core in the browser, so that a change by hand shows its
 * effect while it is made. Within `input` everything counts as the core counts: days since 1970-01-01, seconds since 1970-01-01T00:00:00Z.
 */
export const CardInputReply = v.strictObject({
  input: ofCore<CarriedInput>(
    v.looseObject({ first: v.number(), last: v.number(), punches: v.array(v.looseObject({})) }),
  ),
  /** Null: there is no last day yet. */
  employed: v.strictObject({ first: day, last: v.nullable(day) }),
});
export type CardInputReply = v.InferOutput<typeof CardInputReply>;
