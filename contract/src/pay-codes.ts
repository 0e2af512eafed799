import { type ClassId, isClassId } from '@heath/core';
import * as v from 'valibot';
import { classId as anyClassId } from './card-parts.ts';
import { list } from './list.ts';

const id = v.pipe(v.number(), v.integer());

/** GET /api/pay-codes */
export const PayCodesReply = v.strictObject({
  codes: list(v.strictObject({ id, code: v.string(), name: v.string() })),
  /** Every class and premium that a rulebook can pay or a card holds; `codeId` null is the catch-all. */
  classes: list(v.strictObject({ classId: anyClassId, codeId: v.nullable(id) })),
});
export type PayCodesReply = v.InferOutput<typeof PayCodesReply>;

/** PUT /api/pay-codes/classes */
export const AssignCodeRequest = v.object({
  classId: v.custom<ClassId>(
    (input) => typeof input === 'string' && isClassId(input),
    'Give a class like "ordinary", "overtime-1.5", "leave:Holiday", "guarantee:Call-out" or "premium:Night premium".',
  ),
  codeId: v.nullable(
    v.pipe(
      v.number('Give the id of a pay code, or null for the catch-all.'),
      v.integer('Give the id of a pay code, or null for the catch-all.'),
      v.minValue(1, 'Give the id of a pay code, or null for the catch-all.'),
      v.maxValue(2_147_483_647, 'There is no such pay code.'),
    ),
  ),
});

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
});
