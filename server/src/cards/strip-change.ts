import type { StripChange } from '@heath/contract';
import { workday } from '@heath/core';
import { readDayNumber } from '../packed/days.ts';
import { stateOf } from './approvals.ts';
import type { ReadCard } from './read-card.ts';
import type { CardResults } from './results.ts';
import { fingerprintOf } from './view.ts';

/** Difference that a changed card makes to the sums of its period's strip. */
export function stripChange(
  before: CardResults,
  after: CardResults,
  { subject, approvals }: Pick<ReadCard, 'subject' | 'approvals'>,
): StripChange {
  const { firstDay, lastDay } = subject;
  const days = [];
  for (let day = firstDay; day <= lastDay; day = workday(day + 1)) {
    const more = (field: 'clocked' | 'toSettle') =>
      readDayNumber(after.days, firstDay, day, field) - readDayNumber(before.days, firstDay, day, field);
    const changed = { day, clockedSeconds: more('clocked'), toSettle: more('toSettle') };
    if (changed.clockedSeconds !== 0 || changed.toSettle !== 0) days.push(changed);
  }
  const isApproved = (results: CardResults) =>
    stateOf(approvals, fingerprintOf(subject, results), subject.approvalsNeeded) === 'approved';
  return {
    days,
    clockedSeconds: after.clockedSeconds - before.clockedSeconds,
    payableHours: after.payableHours - before.payableHours,
    toSettle: after.toSettle - before.toSettle,
    approved: Number(isApproved(after)) - Number(isApproved(before)),
  };
}
