import { ApprovalsReply, WithdrawReply } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { api } from './base.ts';
import { reads } from './reads.ts';

/** What shows whether somebody stands for a card. */
const SHOWN_IN = ['cards', 'card', 'strip', 'handoff'] as const;

interface People {
  readonly periodId: number;
  readonly people: readonly number[];
  /** The one day; null where it is the whole card. */
  readonly workday: Workday | null;
}

const bodyOf = ({ people, workday }: People) =>
  workday === null ? { people } : { people, workday: workdayToIso(workday) };
/** A day that somebody stands for shows on the day alone. */
const shownIn = ({ workday }: People) => (workday === null ? SHOWN_IN : (['day'] as const));

export const { useApproveMutation, useWithdrawMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    approve: build.mutation<ApprovalsReply, People>({
      query: (asked) => ({
        url: `/periods/${asked.periodId}/approvals`,
        method: 'POST',
        body: bodyOf(asked),
      }),
      transformResponse: reads(ApprovalsReply),
      invalidatesTags: (_reply, _error, asked) => shownIn(asked),
    }),
    withdraw: build.mutation<WithdrawReply, People>({
      query: (asked) => ({
        url: `/periods/${asked.periodId}/approvals/withdraw`,
        method: 'POST',
        body: bodyOf(asked),
      }),
      transformResponse: reads(WithdrawReply),
      invalidatesTags: (_reply, _error, asked) => shownIn(asked),
    }),
  }),
});
