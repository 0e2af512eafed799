export type { MealFault, UnpaidBreak } from './breaks/types.ts';
export { type Calendar, NO_CALENDAR } from './calendar/calendar.ts';
export { type Computed, type ComputedShift, compute, inputSpan, type PersonInput } from './compute.ts';
export { type EditionInForce, Editions } from './editions/editions.ts';
export { correctionsInForce } from './effective/effective.ts';
export {
  type Correction,
  type EffectivePunch,
  type Position,
  PUNCH_KINDS,
  type Punch,
  type PunchKind,
} from './effective/types.ts';
export { crewShifts } from './exceptions/crew.ts';
export {
  type CrewShift,
  EXCEPTION_KINDS,
  type Exception,
  type ExceptionKind,
  isMissingPunch,
  type Proposal,
  type Severity,
} from './exceptions/types.ts';
export type { GuaranteeReason } from './guarantees/guarantees.ts';
export {
  type ClassSum,
  type ClassSums,
  classesOf,
  classSums,
  type PayCode,
  type PayCodeMap,
  type PayLine,
  payableHundredths,
  toPayLines,
} from './handoff/handoff.ts';
export {
  type HolidayAverage,
  type HolidayAverageRule,
  holidayAverage,
} from './holiday-average/holiday-average.ts';
export { dateOrderOf, recognize } from './imports/recognize.ts';
export { type Directory, missingFields, type ReadPunch, rowReader } from './imports/row.ts';
export * from './imports/types.ts';
export { broken } from './invariants/invariants.ts';
export type { Leave } from './leave/types.ts';
export { apportion, toHundredths } from './lines/apportion.ts';
export { type ClassId, classOf, isClassId, isPremium, isWorked, type Line } from './lines/types.ts';
export type { DaySpan } from './overtime/types.ts';
export type { Spell } from './pair/types.ts';
export { bearsUntil, furthestApart, punchesAround, type Span, unbrokenAround } from './pair/unbroken.ts';
export type { Plan } from './plan/types.ts';
export { checkProofDays, NamesAsTheyCome, type ProofResult } from './proof/proof.ts';
export type { DayReason, OvertimeReason, ShiftReason } from './reasons/types.ts';
export { type RateInput, type RegularRate, regularRates } from './regular-rate/regular-rate.ts';
export {
  type CompiledRulebook,
  compileRulebook,
  type Names,
  type RulebookFault,
} from './rulebook/compile.ts';
export { clockSeconds, durationSeconds } from './rulebook/lengths.ts';
export { type ProofDay, type Rulebook, RulebookSchema } from './rulebook/schema.ts';
export type { Segment } from './segments/types.ts';
export { STARTERS } from './starters/starters.ts';
export { readTimeEntry, type TimeEntry } from './time-entry/time-entry.ts';
export * from './units.ts';
export { workdayAt, workdayStart, workweekOf } from './workday/workday.ts';
export {
  firstInstantOf,
  instantsOf,
  offsetAt,
  wallOf,
  type ZoneOffsets,
  ZoneTables,
  zoneOffsets,
} from './zone/zone.ts';
