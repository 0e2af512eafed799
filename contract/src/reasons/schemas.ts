import * as v from 'valibot';
import { list } from '../shared/list.ts';

/** GET /api/reasons: why exceptions are accepted, as people of this company say it; the first letters first. */
export const ReasonsReply = v.strictObject({ reasons: list(v.string()) });
export type ReasonsReply = v.InferOutput<typeof ReasonsReply>;

/** POST /api/reasons: keeps one for everybody. */
export const KeepReasonRequest = v.object({
  text: v.pipe(
    v.string('Give the reason as a text.'),
    v.trim(),
    v.minLength(3, 'A reason has at least 3 characters.'),
    v.maxLength(120, 'A reason that is kept has at most 120 characters.'),
  ),
});
export type KeepReasonRequest = v.InferOutput<typeof KeepReasonRequest>;
