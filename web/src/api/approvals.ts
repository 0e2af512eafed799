import { ApprovalsReply, WithdrawReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

/** What shows whether somebody stands for a card. */
const SHOWN_IN = ['cards', 'card', 'strip', 'handoff'] as const;

interface People {
  readonly periodId: number;
  readonly people: readonly number[];
}

export const { useApproveMutation, useWithdrawMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    approve: build.mutation<ApprovalsReply, People>({
      query: ({ periodId, people }) => ({
        url: `/periods/${periodId}/approvals`,
        method: 'POST',
        body: { people },
      }),
      transformResponse: reads(ApprovalsReply),
      invalidatesTags: SHOWN_IN,
    }),
    withdraw: build.mutation<WithdrawReply, People>({
      query: ({ periodId, people }) => ({
        url: `/periods/${periodId}/approvals/withdraw`,
        method: 'POST',
        body: { people },
      }),
      transformResponse: reads(WithdrawReply),
      invalidatesTags: SHOWN_IN,
    }),
  }),
});
