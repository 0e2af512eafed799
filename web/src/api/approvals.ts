import { approvalOperations } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

const { approve, withdrawApprovals } = approvalOperations;

interface People {
  readonly periodId: number;
  readonly people: readonly number[];
  /** The one day; null where it is the whole card. */
  readonly workday: Workday | null;
}

const asked = ({ periodId, people, workday }: People) => ({
  params: { period: periodId },
  body: workday === null ? { people } : { people, workday: workdayToIso(workday) },
});
/** A day that somebody stands for shows on the day alone. */
const stale = (_reply: unknown, _error: unknown, { workday }: People) =>
  workday === null ? approve.makesStale : (['day'] as const);

export const { useApproveMutation, useWithdrawMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    approve: build.mutation({ ...call(approve, asked), invalidatesTags: stale }),
    withdraw: build.mutation({ ...call(withdrawApprovals, asked), invalidatesTags: stale }),
  }),
});
