import { CODE_KINDS, MappingRuleSchema } from '@heath/core';
import * as v from 'valibot';
import { classId } from '../cards/card-parts.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());
const rules = v.pipe(
  v.array(MappingRuleSchema, 'Give the rules, in order.'),
  v.maxLength(500, 'A mapping has at most 500 rules.'),
);

/** A code that rules may name, and what it is called. */
const Named = v.strictObject({ code: v.string(), name: v.string() });
/** The same of a place or a work, with its number on cards. */
const Numbered = v.strictObject({ id: count, code: v.string(), name: v.string() });

/** GET /api/mapping */
export const MappingReply = v.strictObject({
  /** Grows with every change. Null where nothing is mapped yet. */
  id: v.nullable(count),
  rules: list(MappingRuleSchema),
  madeBy: v.nullable(v.string()),
  madeAt: v.nullable(v.pipe(v.string(), v.isoTimestamp())),
  /** What conditions can name, by the name of the condition. */
  names: v.strictObject({
    premiums: list(Named),
    leave: list(Named),
    guarantees: list(Named),
    adjustments: list(Named),
    amounts: list(Named),
    multipliers: list(v.number()),
    jobs: list(v.strictObject({ ...Numbered.entries, type: v.nullable(v.string()) })),
    jobTypes: list(Named),
    departments: list(Numbered),
    sites: list(Numbered),
    costCenters: list(Numbered),
    groups: list(Numbered),
  }),
  codes: list(
    v.strictObject({
      code: v.string(),
      name: v.string(),
      kind: v.picklist(CODE_KINDS),
      multiplier: v.nullable(v.number()),
    }),
  ),
});
export type MappingReply = v.InferOutput<typeof MappingReply>;

/** POST /api/periods/:period/mapping/preview */
export const PreviewMappingRequest = v.object({ rules });

/** Lines that one rule decides, or none, by what they are. */
const Caught = v.strictObject({
  /** What they are, in words: `Double, Storm duty`. */
  what: v.string(),
  /** Their class. */
  classId,
  lines: count,
  hours: count,
  /** What they are paid under now; null: the catch-all. */
  from: v.nullable(v.string()),
  to: v.nullable(v.string()),
});

export const MappingPreview = v.strictObject({
  rules: list(
    v.strictObject({
      lines: count,
      hours: count,
      /** Rules before it that decide lines that it holds for, by their places. */
      taken: list(v.strictObject({ by: count, lines: count })),
      shadowedBy: v.nullable(count),
    }),
  ),
  catchAll: v.strictObject({ lines: count, hours: count, what: list(Caught) }),
  /** Lines that go to another code than as it is kept. */
  changes: list(Caught),
});
export type MappingPreview = v.InferOutput<typeof MappingPreview>;

/** PUT /api/mapping */
export const KeepMappingRequest = v.object({
  /** The mapping that this one was made from: refused where somebody kept another since. */
  basedOn: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2_147_483_647))),
  rules,
});
