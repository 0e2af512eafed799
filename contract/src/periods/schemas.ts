import { type Instant, SchemeSchema } from '@heath/core';
import * as v from 'valibot';
import { at, ofCore } from '../cards/card-parts.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const id = v.pipe(v.number(), v.integer());

export const PeriodSummary = v.strictObject({
  id,
  firstDay: day,
  lastDay: day,
  sealed: v.boolean(),
  /** The pay groups that have it. */
  groups: list(v.string()),
});
export type PeriodSummary = v.InferOutput<typeof PeriodSummary>;

/** GET /api/periods */
export const PeriodsReply = v.strictObject({
  groups: list(v.strictObject({ id, name: v.string() })),
  /** Newest first. */
  periods: list(PeriodSummary),
  /** The period that is worked on: the first that has begun and is not handed off, or the last that has begun. Null where there is none. */
  current: v.nullable(id),
  /** By the clock of the business: what is typed beyond it is still to come. */
  now: ofCore<Instant>(at),
});
export type PeriodsReply = v.InferOutput<typeof PeriodsReply>;

/** One pay period of some pay groups, and how far it is. */
export const PayPeriodView = v.strictObject({
  id,
  scheduleId: id,
  firstDay: day,
  lastDay: day,
  payDay: day,
  state: v.picklist(['to come', 'open', 'in part', 'handed off']),
  groups: list(v.string()),
});
export type PayPeriodView = v.InferOutput<typeof PayPeriodView>;

/** GET /api/pay-periods */
export const PayPeriodsReply = v.strictObject({
  today: day,
  /** Each with the periods that it has from a day on, the oldest first. */
  groups: list(
    v.strictObject({
      id,
      name: v.string(),
      people: id,
      schedules: list(v.strictObject({ scheduleId: id, firstDay: day })),
    }),
  ),
  /** Null: nothing says how they go on. */
  schedules: list(v.strictObject({ id, name: v.string(), scheme: v.nullable(SchemeSchema) })),
  /** The oldest first. */
  periods: list(PayPeriodView),
  holidays: list(v.strictObject({ day, name: v.string() })),
  /** What is paid for days up to this one stays as it is; null: no day is locked. */
  lock: v.nullable(v.strictObject({ until: day, reason: v.string(), by: v.string(), at: v.string() })),
});
export type PayPeriodsReply = v.InferOutput<typeof PayPeriodsReply>;

/** POST /api/pay-periods/preview, and /api/pay-periods: the periods of some pay groups until a day. */
export const MakePayPeriodsRequest = v.object({
  groups: v.pipe(v.array(id), v.minLength(1, 'Choose a pay group.')),
  until: day,
  /** Null: they go on as they are. Else they follow another scheme from a day on. */
  change: v.nullable(v.object({ from: day, scheme: SchemeSchema })),
});
export type MakePayPeriodsRequest = v.InferOutput<typeof MakePayPeriodsRequest>;

/** PUT /api/pay-periods/lock: up to which day what is paid stays as it is; null opens every day. */
export const LockRequest = v.object({
  until: v.nullable(day),
  reason: v.pipe(
    v.string('Say why.'),
    v.trim(),
    v.minLength(3, 'Say why, in a word or two.'),
    v.maxLength(300, 'A reason has at most 300 characters.'),
  ),
});
export type LockRequest = v.InferOutput<typeof LockRequest>;

const span = { firstDay: day, lastDay: day };
/** POST /api/pay-periods/preview: what would be made. Nothing is written. */
export const PayPeriodsPlan = v.strictObject({
  /** Of each of the schedules that the groups have. */
  parts: list(
    v.strictObject({
      name: v.string(),
      groups: list(v.string()),
      added: list(v.strictObject({ ...span, payDay: day })),
      /** Those that the change shortens, with their last day until now. */
      cut: list(v.strictObject({ id, ...span, was: day })),
      /** Those that no longer are, for these groups. */
      removed: list(v.strictObject({ id, ...span })),
    }),
  ),
});
export type PayPeriodsPlan = v.InferOutput<typeof PayPeriodsPlan>;
