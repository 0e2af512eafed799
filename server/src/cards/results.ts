import type { DayMark } from '@heath/contract';
import {
  type Computed,
  classOf,
  classSums,
  dayAccounts,
  holdsUp,
  isPremium,
  isWorked,
  type JobTime,
  jobTimes,
  type PersonInput,
  payableHours,
  type Workday,
  workday,
} from '@heath/core';
import { packAccounts } from '../packed/accounts.ts';
import { PackedDays } from '../packed/days.ts';

/** What a card row keeps of a computation. */
export interface CardResults {
  readonly clockedSeconds: number;
  readonly unpaidSeconds: number;
  readonly heldSeconds: number;
  readonly roundingSeconds: number;
  readonly payableHours: number;
  readonly toSettle: number;
  /** As the database has them. */
  readonly days: Buffer;
  /** The same days in short, as the database has them. */
  readonly accounts: Buffer;
  /** A mark for each of them, as the list shows them. */
  readonly marks: string;
  readonly sums: ReturnType<typeof classSums>;
  readonly lines: Computed['lines'];
  readonly jobTimes: readonly JobTime[];
  readonly exceptions: Computed['exceptions'];
}

/** The parts of a computed card that lists, strips and the handoff read. */
export function cardResults(input: PersonInput, computed: Computed): CardResults {
  const days = new PackedDays(input.first, input.last);
  let clocked = 0;
  let unpaid = 0;
  let held = 0;
  let rounding = 0;
  for (const plan of input.plans) days.add(plan.workday, 'planned', plan.endsAt - plan.startsAt);
  for (const shift of computed.shifts) {
    if (shift.workday < input.first || shift.workday > input.last) continue;
    days.add(shift.workday, 'clocked', shift.clockedSeconds);
    clocked += shift.clockedSeconds;
    unpaid += shift.unpaidSeconds;
    held += shift.heldSeconds;
    rounding += shift.roundingSeconds;
  }
  for (const line of computed.lines) {
    if (isPremium(line.classId)) continue;
    days.add(line.workday, 'payable', line.hours);
    if (isWorked(line.classId) && line.classId !== classOf(1)) days.add(line.workday, 'overtime', line.hours);
  }
  let toSettle = 0;
  for (const exception of computed.exceptions) {
    if (!holdsUp(exception)) continue;
    days.add(exception.workday, 'exceptions', 1);
    toSettle++;
  }
  const sums = classSums(computed.lines);
  return {
    clockedSeconds: clocked,
    unpaidSeconds: unpaid,
    heldSeconds: held,
    roundingSeconds: rounding,
    payableHours: payableHours(sums),
    toSettle,
    days: days.bytes,
    accounts: packAccounts(dayAccounts(input, computed)),
    marks: marksOf(days),
    sums,
    lines: computed.lines,
    jobTimes: jobTimes(computed, input),
    exceptions: computed.exceptions,
  };
}

function mark(days: PackedDays, day: Workday): DayMark {
  if (days.of(day, 'exceptions') > 0) return 'x';
  if (days.of(day, 'overtime') > 0) return 't';
  return days.of(day, 'payable') > 0 || days.of(day, 'clocked') > 0 ? 'o' : '-';
}

function marksOf(days: PackedDays): string {
  let text = '';
  for (let day = days.first; day <= days.last; day = workday(day + 1)) text += mark(days, day);
  return text;
}
