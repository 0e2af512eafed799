import { isSumId, type SumId } from '@heath/core';
import * as v from 'valibot';
import { ofCore } from '../cards/card-parts.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());
const moment = v.pipe(v.string(), v.isoTimestamp());

/** Name of a sum: payable hours, premium hours, or one kind of amount. */
const sumId = ofCore<SumId>(v.pipe(v.string(), v.check(isSumId, 'There is no such sum.')));

/** Hours, premium hours or one kind of amount under one pay code; `code` is null in the catch-all. */
export const CodeSum = v.strictObject({
  code: v.nullable(v.string()),
  name: v.string(),
  sum: sumId,
  /** Whether worked time is paid under it. */
  worked: v.boolean(),
  people: count,
  lines: count,
  hours: count,
  /** The same code's hours in the period before; null where that was not handed off. */
  previousHours: v.nullable(count),
});
export type CodeSum = v.InferOutput<typeof CodeSum>;

/** A line that the pay system refused, and what it was. */
export const RefusedLine = v.strictObject({
  /** Its number in the file. */
  line: count,
  personId: v.nullable(count),
  /** Whose it is and for what, in words. */
  about: v.string(),
  hours: count,
  reason: v.string(),
});
export type RefusedLine = v.InferOutput<typeof RefusedLine>;

/** States of a delivery. `not taken`: the pay system has nothing of it, and takes nothing with its key. */
export const DELIVERY_STATUSES = [
  'waiting',
  'accepted',
  'in part',
  'refused',
  'gave up',
  'in doubt',
  'not taken',
] as const;

/** Some lines of a batch on their way to the pay system, or there. */
export const Delivery = v.strictObject({
  id: count,
  status: v.picklist(DELIVERY_STATUSES),
  /** How many lines it sends. */
  lines: count,
  /** Whether these are what an earlier one left. */
  isRest: v.boolean(),
  answer: v.nullable(v.string()),
  madeBy: v.string(),
  madeAt: moment,
  answeredAt: v.nullable(moment),
  refused: list(RefusedLine),
  /** An answer that contradicts itself, while nobody has said what the pay system has. */
  doubt: v.nullable(
    v.strictObject({
      /** Where it contradicts itself, in sentences. */
      why: list(v.string()),
      /** Its answer for the file as a whole. */
      status: v.picklist(['accepted', 'in part', 'refused']),
      says: v.string(),
      /** The lines that were sent, like `1-40, 42`. */
      lines: v.string(),
      /** Lines that it says it refused, at most two hundred. */
      refused: list(RefusedLine),
    }),
  ),
  /** A user's statement of what the pay system has; null where nobody made one. */
  statement: v.nullable(
    v.strictObject({
      has: v.picklist(['all', 'none', 'these']),
      reason: v.string(),
      by: v.string(),
      at: moment,
    }),
  ),
});
export type Delivery = v.InferOutput<typeof Delivery>;

/** What became of a batch, in one word. */
export const BATCH_STATES = [
  'sealed',
  'under way',
  'accepted',
  'in part',
  'refused',
  'gave up',
  'in doubt',
  'not taken',
  'reopened',
  'void',
] as const;

export const HandoffBatch = v.strictObject({
  id: count,
  number: count,
  kind: v.picklist(['regular', 'difference']),
  state: v.picklist(BATCH_STATES),
  firstDay: day,
  lastDay: day,
  groups: list(v.string()),
  people: count,
  lines: count,
  payableHours: count,
  premiumHours: count,
  madeBy: v.string(),
  madeAt: moment,
  /** Checks that were not met, and why it went all the same. */
  overrides: list(v.strictObject({ check: v.string(), says: v.string(), reason: v.string() })),
  /** Null where it stands. */
  ended: v.nullable(v.strictObject({ reason: v.string(), by: v.string(), at: moment })),
  /** Null of what never leaves: hours that were waived. */
  file: v.nullable(
    v.strictObject({
      name: v.string(),
      layout: v.string(),
      lines: count,
      /** Lines of the batch that stand in it, alone or joined; the others come to nothing and were left out. */
      linesOfBatch: count,
      bytes: count,
      sha256: v.string(),
    }),
  ),
});
export type HandoffBatch = v.InferOutput<typeof HandoffBatch>;

/** A batch with what it comes to by code, and how it was delivered. */
export const BatchDetail = v.strictObject({
  batch: HandoffBatch,
  codes: list(
    v.strictObject({
      code: v.string(),
      name: v.string(),
      sum: sumId,
      lines: count,
      people: count,
      hours: count,
    }),
  ),
  /** The latest first. */
  deliveries: list(Delivery),
  /** Lines that the pay system has not accepted, of all that was sent so far. */
  linesLeft: count,
  /** Lines of its file that were taken out: they are differences of their cards now. */
  linesTakenOut: count,
});
export type BatchDetail = v.InferOutput<typeof BatchDetail>;

/** A pay group in a period, and the batch that closed it. */
export const HandoffGroup = v.strictObject({
  id: count,
  name: v.string(),
  people: count,
  toSettle: count,
  computing: count,
  /** Null while it is open. */
  batchId: v.nullable(count),
});
export type HandoffGroup = v.InferOutput<typeof HandoffGroup>;

/** GET /api/periods/:id/handoff */
export const HandoffReply = v.strictObject({
  periodId: count,
  groups: list(HandoffGroup),
  people: count,
  clockedSeconds: count,
  /** From clocked to payable: what meals and breaks took off. */
  unpaidSeconds: count,
  /** Taken off by holding to the plan; negative where it forgave. */
  heldSeconds: count,
  /** What the classes pay, before it is brought to whole steps of pay; and what of that was not worked. */
  payableSeconds: count,
  notWorkedSeconds: count,
  payableHours: count,
  toSettle: count,
  computing: count,
  /** What the batches of this period come to by code, as far as they stand. */
  sealedCodes: list(CodeSum),
  /** The number of the next batch. */
  nextNumber: count,
  /** Batches of this period, the latest first. */
  batches: list(HandoffBatch),
  /** Batches of earlier periods, the latest first. */
  earlier: list(HandoffBatch),
});
export type HandoffReply = v.InferOutput<typeof HandoffReply>;

const groups = v.optional(
  v.pipe(
    v.array(
      v.pipe(v.number('Give the id of a pay group.'), v.integer(), v.minValue(1), v.maxValue(2_147_483_647)),
    ),
    v.minLength(1, 'Name at least one pay group, or leave the field out for all that are open.'),
    v.maxLength(200),
  ),
);

/** POST /api/periods/:period/handoff/check */
export const CheckHandoffRequest = v.object({ groups });

export const HandoffCheck = v.strictObject({
  name: v.string(),
  weight: v.picklist(['must', 'why', 'look']),
  says: v.string(),
  /** How many cases there are; the list ends with the first two hundred. */
  count,
  cases: list(v.strictObject({ personId: v.nullable(count), about: v.string(), says: v.string() })),
});
export type HandoffCheck = v.InferOutput<typeof HandoffCheck>;

export const HandoffCheckReply = v.strictObject({
  checks: list(HandoffCheck),
  codes: list(CodeSum),
  lines: count,
  payableHours: count,
  /** Lines that correct an earlier period, and go out with it. */
  correcting: v.strictObject({ lines: count, people: count, hours: count }),
  file: v.strictObject({ name: v.string(), layout: v.string(), lines: count }),
});
export type HandoffCheckReply = v.InferOutput<typeof HandoffCheckReply>;

const reason = v.pipe(
  v.string('Give a reason.'),
  v.trim(),
  v.minLength(3, 'Give a reason of at least three characters: it stays with the batch.'),
  v.maxLength(300, 'A reason has at most 300 characters.'),
);

/** POST /api/periods/:period/handoff */
export const HandOffRequest = v.object({
  groups,
  /** Just the differences that are approved, in a batch of their own. */
  differencesAlone: v.optional(v.boolean('Give true or false.'), false),
  /** Checks that are not met and may be passed over, each with the reason. */
  overrides: v.optional(
    v.pipe(v.array(v.object({ check: v.pipe(v.string(), v.maxLength(40)), reason })), v.maxLength(40)),
    [],
  ),
});
export type HandOffRequest = v.InferOutput<typeof HandOffRequest>;

/** POST /api/handoffs/:id/reopen and /void */
export const EndBatchRequest = v.object({ reason });

/** POST /api/handoffs/:id/state */
export const StateRequest = v.pipe(
  v.object({
    has: v.picklist(['all', 'none', 'these'], 'Say all, none, or these.'),
    /** The lines of the file that the pay system has, like `1-40, 42`. */
    lines: v.optional(v.pipe(v.string(), v.maxLength(100_000, 'These are too many lines to name.')), ''),
    reason,
  }),
  v.check(({ has, lines }) => has !== 'these' || lines.trim() !== '', 'Give the lines like 1-40, 42.'),
);

/** A handoff of the pay system that this Heath does not know, or holds for not taken. */
export const UnmatchedHandoff = v.strictObject({
  key: v.string(),
  name: v.string(),
  /** As the pay system says it. */
  receivedAt: v.string(),
  lines: count,
  hours: count,
  /** False where Heath knows it and has other lines as taken. */
  isUnknown: v.boolean(),
});
export type UnmatchedHandoff = v.InferOutput<typeof UnmatchedHandoff>;

/** GET /api/pay-system */
export const PaySystemReply = v.strictObject({
  /** They hold up every delivery, until somebody explains them. */
  unmatched: list(UnmatchedHandoff),
});
export type PaySystemReply = v.InferOutput<typeof PaySystemReply>;

/** POST /api/pay-system/explain */
export const ExplainRequest = v.object({
  keys: v.pipe(
    v.array(v.pipe(v.string(), v.minLength(1), v.maxLength(64))),
    v.minLength(1, 'Name at least one handoff.'),
    v.maxLength(1000, 'At most 1,000 at once.'),
  ),
  reason,
});

/** POST /api/handoffs/:id/deliver */
export const DeliverRequest = v.object({
  what: v.picklist(['all', 'rest'], 'Deliver all of it, or the rest that was not accepted.'),
});
