import * as v from 'valibot';
import { list } from '../shared/list.ts';

/** GET /api/leave-kinds: the kinds of leave that there are, by the codes that rulebooks and pay codes use. */
export const LeaveKindsReply = v.strictObject({
  kinds: list(v.strictObject({ code: v.string(), name: v.string() })),
});
export type LeaveKindsReply = v.InferOutput<typeof LeaveKindsReply>;
