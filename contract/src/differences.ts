import * as v from 'valibot';
import { classId } from './card-parts.ts';
import { day } from './day.ts';
import { list } from './list.ts';

const count = v.pipe(v.number(), v.integer());
const moment = v.pipe(v.string(), v.isoTimestamp());

/** One line that is more, or less, than what was sent. */
export const DifferenceLineView = v.strictObject({
  workday: day,
  /** Empty where no rule catches it. */
  code: v.string(),
  classId,
  job: v.nullable(v.string()),
  department: v.nullable(v.string()),
  hours: count,
});

/** What is to become of a difference as it is now. */
export const DIFFERENCE_STATES = ['open', 'carried', 'approved'] as const;

/** A card that says something else than what was sent of it, as it is listed; its lines and reasons are told when it is opened. */
export const Difference = v.strictObject({
  periodId: count,
  personId: count,
  number: v.string(),
  name: v.string(),
  department: v.string(),
  group: v.string(),
  /** By this it is known what was decided of: a later change is another. */
  version: count,
  payableHours: count,
  state: v.picklist(DIFFERENCE_STATES),
});
export type Difference = v.InferOutput<typeof Difference>;

/** GET /api/differences: the latest periods first. */
export const DifferencesReply = v.strictObject({
  /** Those that some difference is of. */
  periods: list(v.strictObject({ id: count, firstDay: day, lastDay: day })),
  differences: list(Difference),
});
export type DifferencesReply = v.InferOutput<typeof DifferencesReply>;

const id = v.pipe(v.number('Give an id.'), v.integer(), v.minValue(1), v.maxValue(2_147_483_647));

/** More are decided one part after another. */
export const MOST_DECIDED_AT_ONCE = 2000;

/** POST /api/differences/decide */
export const DecideRequest = v.object({
  what: v.picklist(
    ['carry', 'waive', 'approve', 'withdraw'],
    'Carry it over, waive it, approve it, or withdraw what was decided.',
  ),
  differences: v.pipe(
    v.array(
      v.object({
        periodId: id,
        personId: id,
        version: v.pipe(
          v.number('Give the version that was looked at.'),
          v.integer(),
          v.minValue(1),
          v.maxValue(2_147_483_647),
        ),
      }),
      'Give the differences.',
    ),
    v.minLength(1, 'Give at least one difference.'),
    v.maxLength(MOST_DECIDED_AT_ONCE, `Decide up to ${MOST_DECIDED_AT_ONCE.toLocaleString('en')} at once.`),
  ),
  reason: v.optional(
    v.pipe(v.string(), v.trim(), v.maxLength(300, 'A reason has at most 300 characters.')),
    '',
  ),
});
export type DecideRequest = v.InferOutput<typeof DecideRequest>;

/** What was decided and what was left; with what differs afterwards, so that whoever decides on goes by that. */
export const DecideReply = v.strictObject({
  decided: count,
  left: list(v.strictObject({ periodId: count, personId: count, reason: v.string() })),
  ...DifferencesReply.entries,
});
export type DecideReply = v.InferOutput<typeof DecideReply>;

/** A line that was sent, or waived, of one day. */
export const SentLine = v.strictObject({
  workday: day,
  code: v.string(),
  classId,
  hours: count,
  /** The number of its batch; null where it was waived. */
  batch: v.nullable(count),
  batchId: count,
  at: moment,
});

/** GET /api/periods/:period/cards/:person/sent */
export const SentReply = v.strictObject({
  sent: list(SentLine),
  /** What differs from the card as it is now: with it, the sent lines add up to the card. */
  differs: list(DifferenceLineView),
  /** What happened since the handoff that may be why, in words; the latest first. Empty where nothing differs. */
  reasons: list(v.strictObject({ says: v.string(), by: v.nullable(v.string()), at: moment })),
  /** What was decided of it as it is now; null while that is open. */
  decided: v.nullable(v.strictObject({ by: v.string(), at: moment, reason: v.string() })),
});
export type SentReply = v.InferOutput<typeof SentReply>;
