import type { StripChange } from '@heath/contract';
import { workday } from '@heath/core';
import { readDayNumber } from '../packed/days.ts';
import { storedVersion } from '../records/subjects.ts';
import { stateOf } from './approvals.ts';
import type { ReadCard } from './read-card.ts';
import type { CardResults } from './results.ts';

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
  return {
    days,
    clockedSeconds: after.clockedSeconds - before.clockedSeconds,
    payableHours: after.payableHours - before.payableHours,
    toSettle: after.toSettle - before.toSettle,
    // Whoever stood for the card stood for what it was.
    approved: stateOf(approvals, storedVersion(subject), subject.approvalsNeeded) === 'approved' ? -1 : 0,
  };
}
