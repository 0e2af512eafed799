import * as v from 'valibot';
import { classId } from '../cards/card-parts.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

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
export interface Difference {
  readonly periodId: number;
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly department: string;
  readonly group: string;
  /** By this it is known what was decided of: a later change is another. */
  readonly version: number;
  readonly payableHours: number;
  readonly state: (typeof DIFFERENCE_STATES)[number];
}

const columns = {
  /** Those that some difference is of, the latest first; `period` counts into them. */
  periods: list(v.strictObject({ id: count, firstDay: day, lastDay: day })),
  /** The names that `department` and `group` count into. */
  departments: list(v.string()),
  groups: list(v.string()),
  period: list(count),
  personId: list(count),
  number: list(v.string()),
  name: list(v.string()),
  department: list(count),
  group: list(count),
  version: list(count),
  payableHours: list(count),
  /** The place of its state among `DIFFERENCE_STATES`. */
  state: list(count),
};

/** GET /api/differences, a column a list, all of one length, as the list of cards is. `differenceRows` puts them together. */
export const DifferencesReply = v.strictObject(columns);
export type DifferencesReply = v.InferOutput<typeof DifferencesReply>;

/** The rows of a list of differences, in its order: the latest periods first, and people by name. */
export const differenceRows = (all: DifferencesReply): Difference[] =>
  all.personId.map((personId, i) => ({
    periodId: all.periods[all.period[i] ?? -1]?.id ?? 0,
    personId,
    number: all.number[i] ?? '',
    name: all.name[i] ?? '',
    department: all.departments[all.department[i] ?? -1] ?? '',
    group: all.groups[all.group[i] ?? -1] ?? '',
    version: all.version[i] ?? 0,
    payableHours: all.payableHours[i] ?? 0,
    state: DIFFERENCE_STATES[all.state[i] ?? 0] ?? 'open',
  }));

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
  ...columns,
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
