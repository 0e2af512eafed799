import type { DayMark } from '@heath/contract';
import {
  type Computed,
  classOf,
  classSums,
  isPremium,
  isWorked,
  type PersonInput,
  payableHundredths,
} from '@heath/core';

/** Where each number of a day stands in `CardResults.days`. */
export const DAY = { planned: 0, clocked: 1, payable: 2, overtime: 3, exceptions: 4 } as const;
export const DAY_FIELDS = 5;

/** What a card row keeps of a computation. */
export interface CardResults {
  readonly clockedSeconds: number;
  readonly unpaidSeconds: number;
  readonly heldSeconds: number;
  readonly roundingSeconds: number;
  readonly payableHundredths: number;
  readonly toSettle: number;
  /** `DAY_FIELDS` numbers for each workday of the period. */
  readonly days: Int32Array;
  /** A mark for each of them, as the list shows them. */
  readonly marks: string;
  readonly sums: ReturnType<typeof classSums>;
  readonly lines: Computed['lines'];
}

/** The parts of a computed card that lists, strips and the handoff read. */
export function cardResults(input: PersonInput, computed: Computed): CardResults {
  const days = new Int32Array((input.last - input.first + 1) * DAY_FIELDS);
  const inPeriod = (workday: number) => workday >= input.first && workday <= input.last;
  const add = (workday: number, field: number, amount: number) => {
    days[(workday - input.first) * DAY_FIELDS + field]! += amount;
  };
  let clocked = 0;
  let unpaid = 0;
  let held = 0;
  let rounding = 0;
  for (const plan of input.plans) {
    if (inPeriod(plan.workday)) add(plan.workday, DAY.planned, plan.endsAt - plan.startsAt);
  }
  for (const shift of computed.shifts) {
    if (!inPeriod(shift.workday)) continue;
    add(shift.workday, DAY.clocked, shift.clockedSeconds);
    clocked += shift.clockedSeconds;
    unpaid += shift.unpaidSeconds;
    held += shift.heldSeconds;
    rounding += shift.roundingSeconds;
  }
  for (const line of computed.lines) {
    if (isPremium(line.classId)) continue;
    add(line.workday, DAY.payable, line.hundredths);
    if (isWorked(line.classId) && line.classId !== classOf(1))
      add(line.workday, DAY.overtime, line.hundredths);
  }
  let toSettle = 0;
  for (const exception of computed.exceptions) {
    if (exception.severity !== 'holds up') continue;
    add(exception.workday, DAY.exceptions, 1);
    toSettle++;
  }
  const sums = classSums(computed.lines);
  return {
    clockedSeconds: clocked,
    unpaidSeconds: unpaid,
    heldSeconds: held,
    roundingSeconds: rounding,
    payableHundredths: payableHundredths(sums),
    toSettle,
    days,
    marks: marksOf(days),
    sums,
    lines: computed.lines,
  };
}

function mark(days: Int32Array, at: number): DayMark {
  if (days[at + DAY.exceptions]! > 0) return 'x';
  if (days[at + DAY.overtime]! > 0) return 't';
  return days[at + DAY.payable]! > 0 || days[at + DAY.clocked]! > 0 ? 'o' : '-';
}

function marksOf(days: Int32Array): string {
  let text = '';
  for (let at = 0; at < days.length; at += DAY_FIELDS) text += mark(days, at);
  return text;
}
