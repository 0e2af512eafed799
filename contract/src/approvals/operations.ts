import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { ApprovalsReply, ApproveRequest, WithdrawReply } from './schemas.ts';

export const approvalOperations = {
  approve: defineOperation({
    method: 'POST',
    path: '/periods/:period/approvals',
    says: 'Stands for cards as they are computed now.',
    asks: 'approve',
    params: { period: IdParam },
    takes: ApproveRequest,
    gives: ApprovalsReply,
    status: 200,
  }),
  withdrawApprovals: defineOperation({
    method: 'POST',
    path: '/periods/:period/approvals/withdraw',
    says: 'Takes the approval of cards back.',
    asks: 'approve',
    params: { period: IdParam },
    takes: ApproveRequest,
    gives: WithdrawReply,
    status: 200,
  }),
} as const;
