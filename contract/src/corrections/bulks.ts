import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';
import { CorrectRequest, ExceptionKey, GivenTime, Note } from './schemas.ts';

const id = v.pipe(v.number(), v.integer());
const personId = v.pipe(
  v.number('Give the id of a person.'),
  v.integer('Give the id of a person.'),
  v.minValue(1, 'There is no such person.'),
  v.maxValue(2_147_483_647, 'There is no such person.'),
);

/** One exception of many that are settled together: with a time, as it is, or by what its kind proposes, such as approving its overtime. */
const settling = v.object({
  personId,
  exception: ExceptionKey,
  way: v.variant(
    'kind',
    [
      v.object({ kind: v.literal('time'), at: GivenTime }),
      v.object({ kind: v.literal('accept') }),
      v.object({ kind: v.literal('take') }),
    ],
    'Say how it is settled: time, accept or take.',
  ),
});

/** One correction of many that are made together; what it says is as in `CorrectRequest`. */
const correcting = v.object({ personId, says: CorrectRequest.entries.says });

const item = v.union(
  [settling, correcting],
  'Give an exception and how it is settled, or what a correction says.',
);

const MOST_AT_ONCE = 2000;

/** POST /api/periods/:id/bulks, and …/bulks/preview for its effect alone. */
export const BulkRequest = v.object({
  /** What is done, for the history: `Took all that match the plan`. */
  what: v.pipe(
    v.string('Say what is done to them.'),
    v.trim(),
    v.minLength(1, 'Say what is done to them.'),
    v.maxLength(200, 'What is done is said in at most 200 characters.'),
  ),
  items: v.pipe(
    v.array(item, 'Give the exceptions to settle, as a list.'),
    v.minLength(1, 'There is nothing to settle.'),
    v.maxLength(MOST_AT_ONCE, `Settle at most ${MOST_AT_ONCE} at once.`),
  ),
  note: Note,
});
export type BulkRequest = v.InferOutput<typeof BulkRequest>;
export type BulkItem = BulkRequest['items'][number];
/** An exception among them. */
export type SettleItem = v.InferOutput<typeof settling>;

/** By which what is left of corrections that settle nothing is told. */
export const BY_HAND = 'by hand';

/** What was left as it was, and why; of what settles no exception, `BY_HAND` stands for it. */
const left = list(v.strictObject({ personId: id, exception: v.string(), reason: v.string() }));

/** What settling many would change, person by person. */
export const BulkPreview = v.strictObject({
  people: list(
    v.strictObject({
      personId: id,
      name: v.string(),
      /** The exceptions of theirs that would be settled. */
      exceptions: list(v.strictObject({ key: v.string(), workday: day })),
      payableBeforeHours: id,
      payableAfterHours: id,
    }),
  ),
  left,
});
export type BulkPreview = v.InferOutput<typeof BulkPreview>;

/** What was settled, or taken back, together: it is undone as one, by its id. */
export const BulkReply = v.strictObject({ bulkId: id, corrections: id, people: list(id), left });
export type BulkReply = v.InferOutput<typeof BulkReply>;
