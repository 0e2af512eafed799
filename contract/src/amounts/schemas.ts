import { readAmount } from '@heath/core';
import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** Units, miles, tips or expenses of somebody on a day. */
export const AmountView = v.strictObject({
  id: count,
  personId: count,
  number: v.string(),
  name: v.string(),
  day,
  /** What is counted. */
  what: v.string(),
  /** In 1/90,000, as hours are. */
  amount: count,
  job: v.nullable(v.string()),
  note: v.string(),
  by: v.string(),
  at: v.string(),
  takenBack: v.boolean(),
});
export type AmountView = v.InferOutput<typeof AmountView>;

/** GET /api/periods/:period/amounts */
export const AmountsReply = v.strictObject({
  /** The newest first. */
  amounts: list(AmountView),
  /** What was counted until now, in any period. */
  names: list(v.string()),
});
export type AmountsReply = v.InferOutput<typeof AmountsReply>;

/** One amount, as it is written down. */
export const NewAmount = v.object({
  personId: count,
  day,
  what: v.pipe(
    v.string('Say what is counted.'),
    v.trim(),
    v.minLength(1, 'Say what is counted: miles, tips, expenses.'),
    v.maxLength(60, 'What is counted has at most 60 characters.'),
    v.regex(/^[^\p{Cc}]+$/u, 'What is counted is one line.'),
  ),
  amount: v.pipe(
    v.string('Give an amount.'),
    v.check(
      (text) => readAmount(text) !== null,
      'Write an amount like 12.50 or -3, with at most four decimals, up to 20,000.',
    ),
  ),
  /** The code of the job that it is of. */
  job: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(32))), null),
  note: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(300, 'A note has at most 300 characters.')), ''),
});
export type NewAmount = v.InferOutput<typeof NewAmount>;

/** POST /api/periods/:period/amounts: some amounts at once, all or none. */
export const AddAmountsRequest = v.object({
  amounts: v.pipe(
    v.array(NewAmount),
    v.minLength(1, 'Give an amount.'),
    v.maxLength(2000, 'At most 2,000 amounts at once.'),
  ),
  /** Adds also what is there already: a second amount of the same kind, size, person and day. */
  again: v.optional(v.boolean('Give true or false.'), false),
});
export type AddAmountsRequest = v.InferOutput<typeof AddAmountsRequest>;

/** Query of PUT /api/periods/:period/amounts/list */
export const TakeAmountsQuery = v.object({
  again: v.pipe(
    v.optional(v.picklist(['true', 'false'], 'Give true or false.'), 'false'),
    v.transform((text) => text === 'true'),
  ),
});
