import { type CardReply, segmentView, shiftView } from '@heath/contract';
import type { Computed, ZoneOffsets } from '@heath/core';
import { correctionViews } from '../records/history.ts';
import type { CardSubject } from '../records/subjects.ts';
import { approvalViews, stateOf } from './approvals.ts';
import type { ReadCard } from './read-card.ts';
import type { CardResults } from './results.ts';

/** True where the computed card differs from the one that was handed off. */
const differs = (subject: CardSubject, now: CardResults): boolean =>
  subject.payableHours !== now.payableHours || subject.marks !== now.marks;

/** Offsets of a zone for JSON, which has no minus infinity for the start of the first. */
export const jsonOffsets = (offsets: ZoneOffsets): ZoneOffsets => ({
  ...offsets,
  starts: offsets.starts.map((start) => Math.max(start, -1e12)),
});

/** Fingerprint of a card with these results, as approvals have it; of one that was handed off, that of what was. */
export const fingerprintOf = (
  { sealed, fingerprint, amountsFingerprint }: CardSubject,
  results: Pick<CardResults, 'resultsFingerprint'>,
): number => (sealed ? fingerprint : results.resultsFingerprint ^ amountsFingerprint);

/** The card reply: everything that the screen draws and explains. */
export function cardView(
  { subject, input, history, approvals }: ReadCard,
  computed: Computed,
  results: CardResults,
): CardReply {
  const inPeriod = (day: number) => day >= subject.firstDay && day <= subject.lastDay;
  const offsets = input.zones.of(subject.zone);
  const fingerprint = fingerprintOf(subject, results);
  return {
    row: {
      personId: subject.personId,
      number: subject.number,
      name: subject.name,
      department: subject.department,
      groupId: subject.groupId,
      payableHours: results.payableHours,
      toSettle: results.toSettle,
      marks: results.marks,
      approval: stateOf(approvals, fingerprint, subject.approvalsNeeded),
    },
    rulebook: subject.rulebook.name,
    edition: subject.rulebook.edition,
    firstDay: subject.firstDay,
    lastDay: subject.lastDay,
    sealed: subject.sealed,
    changedSinceSealed: subject.sealed && differs(subject, results),
    offsets: jsonOffsets(offsets),
    holidays: [...(input.calendar?.holidays.keys() ?? [])].filter(inPeriod),
    weekStartsOn: subject.rulebook.workday.weekStartsOn,
    plans: input.plans.filter((plan) => inPeriod(plan.workday)),
    shifts: computed.shifts.filter((shift) => inPeriod(shift.workday)).map(shiftView),
    segments: computed.segments.filter((segment) => inPeriod(segment.workday)).map(segmentView),
    lines: computed.lines,
    exceptions: computed.exceptions,
    reasons: computed.reasons.filter((reason) => {
      if (reason.step === 'overtime')
        return reason.lastWorkday >= subject.firstDay && reason.firstWorkday <= subject.lastDay;
      return reason.step === 'correction' || inPeriod(reason.workday);
    }),
    corrections: correctionViews(history, subject.periodId, input),
    approvals: approvalViews(approvals, fingerprint),
  };
}
