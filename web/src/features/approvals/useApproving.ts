import type { LeftReason } from '@heath/contract';
import type { Workday } from '@heath/core';
import { useApproveMutation, useWithdrawMutation } from '../../api/approvals.ts';
import { problemOf } from '../../api/requests/base.ts';
import { type Done, say, sayDone } from '../../ui/notices/notices.ts';
import { shortDay } from '../../ui/text/format.ts';

const WHY_LEFT: Readonly<Record<LeftReason, string>> = {
  'own card': 'your own',
  'to settle': 'something to settle',
  'at work': 'not over yet',
  'being computed': 'still computed',
  sealed: 'handed off',
  'no card': 'no card within reach',
};

/** Approves cards of a period, or one day of them, or takes that back; says what was done, with a way to take it back and back again. */
export function useApproving(periodId: number, workday: Workday | null = null) {
  const what = workday === null ? 'card' : 'person';
  const many = workday === null ? 'cards' : 'people';
  const onDay = workday === null ? '' : `, ${shortDay(workday)}`;
  const people = (count: number): string => `${count.toLocaleString('en')} ${count === 1 ? what : many}`;
  const [approve, approving] = useApproveMutation();
  const [withdraw, withdrawing] = useWithdrawMutation();

  const approveThem = async (ids: readonly number[], name?: string): Promise<Done | null> => {
    const { data, error } = await approve({ periodId, people: ids, workday });
    if (data === undefined) {
      say(problemOf(error).title);
      return null;
    }
    const { approved, left } = data;
    const why = [...new Set(left.map(({ reason }) => WHY_LEFT[reason]))].join(', ');
    if (approved.length === 0) {
      say(`Not approved: ${why}.`);
      return null;
    }
    const text = `Approved ${approved.length === 1 && name !== undefined ? name : people(approved.length)}${onDay}${left.length > 0 ? `; not ${people(left.length)}: ${why}` : ''}`;
    return { text, undo: () => withdrawThem(approved, name) };
  };
  const withdrawThem = async (ids: readonly number[], name?: string): Promise<Done | null> => {
    const { data, error } = await withdraw({ periodId, people: ids, workday });
    if (data === undefined || data.withdrawn.length === 0) {
      say(data === undefined ? problemOf(error).title : 'Nothing of it is approved any more.');
      return null;
    }
    const { withdrawn } = data;
    const whose = withdrawn.length === 1 && name !== undefined ? name : people(withdrawn.length);
    return { text: `Approval withdrawn: ${whose}${onDay}`, undo: () => approveThem(withdrawn, name) };
  };
  const said = async (done: Promise<Done | null>) => {
    const made = await done;
    if (made !== null) sayDone(made);
  };
  return {
    isBusy: approving.isLoading || withdrawing.isLoading,
    approve: (ids: readonly number[], name?: string) => said(approveThem(ids, name)),
    withdraw: (ids: readonly number[], name?: string) => said(withdrawThem(ids, name)),
  };
}
