import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());
export const CODE_KINDS = ['hours', 'premium', 'leave', 'guarantee', 'adjustment', 'amount'] as const;

export const PayCodeView = v.strictObject({
  id: count,
  code: v.string(),
  name: v.string(),
  kind: v.picklist(CODE_KINDS),
  multiplier: v.nullable(v.number()),
  account: v.nullable(v.string()),
  firstDay: v.nullable(day),
  lastDay: v.nullable(day),
});
export type PayCodeView = v.InferOutput<typeof PayCodeView>;

/** GET /api/pay-codes */
export const PayCodesReply = v.strictObject({
  codes: list(PayCodeView),
  /** Whom the pay system knows; null where it has not said. */
  people: v.nullable(
    v.strictObject({
      known: count,
      unknown: list(v.strictObject({ personId: count, number: v.string(), name: v.string() })),
    }),
  ),
});
export type PayCodesReply = v.InferOutput<typeof PayCodesReply>;

/** POST /api/pay-codes */
export const AddCodeRequest = v.object({
  code: v.pipe(
    v.string('Give the code.'),
    v.trim(),
    v.regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,15}$/, 'A code is 1 to 16 letters, figures, dots or dashes.'),
  ),
  name: v.pipe(
    v.string('Give the code a name.'),
    v.trim(),
    v.minLength(1, 'Give the code a name.'),
    v.maxLength(120, 'The name of a code has at most 120 characters.'),
  ),
  kind: v.optional(
    v.picklist(CODE_KINDS, 'Give hours, premium, leave, guarantee, adjustment or amount.'),
    'hours',
  ),
});

/** GET /api/pay-codes/rates: what an hour of somebody's work costs, by number and day. */
export const RatesReply = v.strictObject({
  rates: list(
    v.strictObject({
      personId: count,
      number: v.string(),
      name: v.string(),
      /** Null: wherever no rate of the job's type is given. */
      jobType: v.nullable(v.string()),
      firstDay: day,
      /** In ten-thousandths of the currency's unit. */
      rate: count,
    }),
  ),
});
export type RatesReply = v.InferOutput<typeof RatesReply>;

/** PUT /api/pay-codes/list and /api/pay-codes/people and /api/pay-codes/rates: a CSV file of the pay system's. */
export const ListReply = v.strictObject({
  added: count,
  changed: count,
  /** What is there and not in the list; it stays. */
  notInList: count,
});
export type ListReply = v.InferOutput<typeof ListReply>;
