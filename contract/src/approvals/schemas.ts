import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const personId = v.pipe(
  v.number('Give people by their ids.'),
  v.integer('Give people by their ids.'),
  v.minValue(1, 'Give people by their ids.'),
  v.maxValue(2_147_483_647, 'There is no such person.'),
);

/** POST /api/periods/:id/approvals: stands for the cards of these people as they are now, or for one day of them. */
export const ApproveRequest = v.object(
  {
    people: v.pipe(
      v.array(personId, 'Give people by their ids.'),
      v.minLength(1, 'Give at least one person.'),
      v.maxLength(20_000, 'Approve up to 20,000 cards at once.'),
    ),
    /** The one day; left out where it is the whole card. */
    workday: v.optional(day),
  },
  'Say whose cards are approved.',
);
export type ApproveRequest = v.InferOutput<typeof ApproveRequest>;

/** What became of it: who is approved now, and who is not, and why. */
export const ApprovalsReply = v.object({
  approved: list(v.number()),
  left: list(
    v.object({
      personId: v.number(),
      reason: v.picklist(['own card', 'to settle', 'at work', 'being computed', 'sealed', 'no card']),
    }),
  ),
});
export type LeftReason = ApprovalsReply['left'][number]['reason'];

/** POST /api/periods/:id/approvals/withdraw takes the same people: whose approval was taken back, and whose not, and why. */
export const WithdrawReply = v.object({
  withdrawn: list(v.number()),
  left: list(
    v.object({
      personId: v.number(),
      reason: v.picklist(['own card', 'sealed', 'no card', 'not approved']),
    }),
  ),
});
export type WithdrawReply = v.InferOutput<typeof WithdrawReply>;
export type ApprovalsReply = v.InferOutput<typeof ApprovalsReply>;
