import type { DayMark } from '@heath/contract';
import {
  type Computed,
  cardFingerprint,
  classSums,
  type DayAccount,
  dayAccounts,
  holdsUp,
  type JobTime,
  jobTimes,
  type PersonInput,
  payableHours,
} from '@heath/core';
import { packDays } from '../packed/days.ts';

/** What is stored of a computed card. */
export interface CardResults {
  readonly clockedSeconds: number;
  readonly unpaidSeconds: number;
  readonly heldSeconds: number;
  readonly roundingSeconds: number;
  readonly payableHours: number;
  readonly toSettle: number;
  /** Of what was clocked and computed, see `cardFingerprint`. */
  readonly resultsFingerprint: number;
  /** As the database has them. */
  readonly days: Buffer;
  /** A mark for each of them, as the list shows them. */
  readonly marks: string;
  readonly sums: ReturnType<typeof classSums>;
  readonly lines: Computed['lines'];
  readonly jobTimes: readonly JobTime[];
  readonly exceptions: Computed['exceptions'];
}

/** The parts of a computed card that lists, strips and the handoff read. */
export function cardResults(input: PersonInput, computed: Computed): CardResults {
  const days = dayAccounts(input, computed);
  const plannedSeconds = days.map(() => 0);
  const clockedSeconds = days.map(() => 0);
  let clocked = 0;
  let unpaid = 0;
  let held = 0;
  let rounding = 0;
  for (const plan of input.plans) {
    const place = plan.workday - input.first;
    const before = plannedSeconds[place];
    if (before !== undefined) plannedSeconds[place] = before + plan.endsAt - plan.startsAt;
  }
  for (const shift of computed.shifts) {
    const place = shift.workday - input.first;
    const before = clockedSeconds[place];
    if (before === undefined) continue;
    clockedSeconds[place] = before + shift.clockedSeconds;
    clocked += shift.clockedSeconds;
    unpaid += shift.unpaidSeconds;
    held += shift.heldSeconds;
    rounding += shift.roundingSeconds;
  }
  const sums = classSums(computed.lines);
  return {
    clockedSeconds: clocked,
    unpaidSeconds: unpaid,
    heldSeconds: held,
    roundingSeconds: rounding,
    payableHours: payableHours(sums),
    toSettle: computed.exceptions.filter(holdsUp).length,
    resultsFingerprint: cardFingerprint(days),
    days: packDays(days, plannedSeconds, clockedSeconds),
    marks: days.map((day, i) => markOf(day, clockedSeconds[i] ?? 0)).join(''),
    sums,
    lines: computed.lines,
    jobTimes: jobTimes(computed, input),
    exceptions: computed.exceptions,
  };
}

function markOf({ toSettle, overtimeHours, payableHours }: DayAccount, clockedSeconds: number): DayMark {
  if (toSettle > 0) return 'x';
  if (overtimeHours > 0) return 't';
  return payableHours > 0 || clockedSeconds > 0 ? 'o' : '-';
}
