export type { UnpaidBreak } from './breaks/breaks.ts';
export { type Computed, type ComputedShift, compute, inputSpan, type PersonInput } from './compute.ts';
export { correctionsInForce } from './effective/effective.ts';
export {
  type Correction,
  type EffectivePunch,
  PUNCH_KINDS,
  type Punch,
  type PunchKind,
} from './effective/types.ts';
export type { Exception, ExceptionKind, Proposal } from './exceptions/types.ts';
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
export { dateOrderOf, recognize } from './imports/recognize.ts';
export { type Directory, missingFields, type ReadPunch, rowReader } from './imports/row.ts';
export * from './imports/types.ts';
export { apportion, toHundredths } from './lines/apportion.ts';
export { type ClassId, classOf, isPremium, type Line } from './lines/types.ts';
export type { Spell } from './pair/types.ts';
export type { Plan } from './plan/types.ts';
export { premiumNames } from './premiums/premiums.ts';
export type { OvertimeReason, ShiftReason } from './reasons/types.ts';
export {
  type CompiledRulebook,
  clockSeconds,
  compileRulebook,
  durationSeconds,
  type RulebookFault,
} from './rulebook/compile.ts';
export { type Rulebook, RulebookSchema } from './rulebook/schema.ts';
export { readTimeEntry, type TimeEntry } from './time-entry/time-entry.ts';
export * from './units.ts';
export type { Segment } from './workday/types.ts';
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
