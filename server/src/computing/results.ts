import {
  type Computed,
  classOf,
  classSums,
  isPremium,
  type PersonInput,
  payableHundredths,
} from '@heath/core';
import type { CardDay } from '../database/schema.ts';

/** What a card row keeps of a computation. */
export interface CardResults {
  readonly clockedSeconds: number;
  readonly unpaidSeconds: number;
  readonly roundingSeconds: number;
  readonly payableHundredths: number;
  readonly toSettle: number;
  readonly days: readonly CardDay[];
  readonly sums: ReturnType<typeof classSums>;
  readonly lines: Computed['lines'];
}

/** The parts of a computed card that lists, strips and the handoff read. */
export function cardResults(input: PersonInput, computed: Computed): CardResults {
  const days: [number, number, number, number, number][] = [];
  for (let day = input.first; day <= input.last; day++) days.push([0, 0, 0, 0, 0]);
  const dayOf = (workday: number) => days[workday - input.first];
  let clocked = 0;
  let unpaid = 0;
  let rounding = 0;
  for (const plan of input.plans) {
    const day = dayOf(plan.workday);
    if (day !== undefined) day[0] += plan.endsAt - plan.startsAt;
  }
  for (const shift of computed.shifts) {
    const day = dayOf(shift.workday);
    if (day === undefined) continue;
    day[1] += shift.clockedSeconds;
    clocked += shift.clockedSeconds;
    unpaid += shift.unpaidSeconds;
    rounding += shift.roundingSeconds;
  }
  for (const line of computed.lines) {
    if (isPremium(line.classId)) continue;
    const day = dayOf(line.workday)!;
    day[2] += line.hundredths;
    if (line.classId !== classOf(1)) day[3] += line.hundredths;
  }
  let toSettle = 0;
  for (const exception of computed.exceptions) {
    dayOf(exception.workday)![4]++;
    if (exception.holdsUpHandoff) toSettle++;
  }
  const sums = classSums(computed.lines);
  return {
    clockedSeconds: clocked,
    unpaidSeconds: unpaid,
    roundingSeconds: rounding,
    payableHundredths: payableHundredths(sums),
    toSettle,
    days,
    sums,
    lines: computed.lines,
  };
}
