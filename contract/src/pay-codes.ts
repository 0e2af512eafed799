import type { ClassId } from '@heath/core';
import * as v from 'valibot';

/** GET /api/pay-codes */
export interface PayCodesReply {
  readonly codes: readonly { readonly id: number; readonly code: string; readonly name: string }[];
  /** Every class and premium that a rulebook can pay or a card holds; `codeId` null is the catch-all. */
  readonly classes: readonly { readonly classId: ClassId; readonly codeId: number | null }[];
}

/** PUT /api/pay-codes/classes */
export const AssignCodeRequest = v.object({
  classId: v.pipe(
    v.string(),
    v.regex(/^(ordinary|overtime-\d+(\.\d+)?|premium:.{1,100})$/, 'Not a class or premium.'),
  ),
  codeId: v.nullable(v.pipe(v.number(), v.integer())),
});

/** POST /api/pay-codes */
export const AddCodeRequest = v.object({
  code: v.pipe(
    v.string(),
    v.trim(),
    v.regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,15}$/, 'A code is 1 to 16 letters, figures, dots or dashes.'),
  ),
  name: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give the code a name.'), v.maxLength(120)),
});
