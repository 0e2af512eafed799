import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { ApprovalsReply, ApproveRequest, WithdrawReply } from './schemas.ts';

/** What shows whether somebody stands for a card, or for a day of it. */
const SHOWN_IN = ['cards', 'card', 'strip', 'handoff', 'day'] as const;

export const approvalOperations = {
  approve: defineOperation({
    method: 'POST',
    path: '/periods/:period/approvals',
    says: 'Stands for cards as they are computed now.',
    asks: 'approve',
    params: { period: IdParam },
    takes: ApproveRequest,
    example: { body: { people: [7, 8] } },
    gives: ApprovalsReply,
    touches: 'people',
    makesStale: SHOWN_IN,
    status: 200,
  }),
  withdrawApprovals: defineOperation({
    method: 'POST',
    path: '/periods/:period/approvals/withdraw',
    says: 'Takes the approval of cards back.',
    asks: 'approve',
    params: { period: IdParam },
    takes: ApproveRequest,
    example: { body: { people: [7, 8], workday: '2026-10-26' } },
    gives: WithdrawReply,
    touches: 'people',
    makesStale: SHOWN_IN,
    status: 200,
  }),
} as const;
