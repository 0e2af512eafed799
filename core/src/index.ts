/** The computation: raw punches in, lines, exceptions and reasons out. See README.md. */

// From input to what comes out.
export { broken } from './card/always-holds.ts';
export type { Computed } from './card/card.ts';
export {
  cardFingerprint,
  DAY_STATES,
  type DayAccount,
  type DayState,
  dayAccounts,
} from './card/day-account.ts';
export { doubledPunches } from './card/doubled.ts';
// What comes out: shifts, segments, lines, and their reasons.
export { type JobTime, jobTimes } from './card/job-times.ts';
export type { DayReason } from './card/reasons.ts';
export { type ReasonSentence, type ReasonWriter, reasonSentence } from './card/sentences.ts';
export { type Look, suspicious } from './card/suspicious.ts';
export {
  type ClassSum,
  type ClassSums,
  classesOf,
  classSums,
  payableHours,
  sumsByClass,
} from './card/totals.ts';
export { type CorrectionWarning, daysChanged, warningsOf } from './card/warnings.ts';
export { compute } from './compute.ts';
export { correctionsInForce } from './corrections/in-force.ts';
// Corrections.
export { CORRECTIONS, type Correction, CorrectionSchema, correctionKind } from './corrections/kinds.ts';
export { correctionFrom, readCorrection } from './corrections/read.ts';
export type { CorrectionReason } from './corrections/reason.ts';
export { EXCEPTIONS, exceptionLabel, exceptionLine, exceptionSentence } from './exceptions/kinds.ts';
export { isSettledByTime, leaveWayOf, togetherOf, waySentence, waysOf } from './exceptions/settled-by.ts';
export { shiftTimes } from './exceptions/shift-times.ts';
export { type Sureness, sureness } from './exceptions/sureness.ts';
export { punchBeside, type Together, type Way, type WayRole } from './exceptions/ways.ts';
// Classes, pay codes, and money where a rate is given.
export {
  type HolidayAverage,
  type HolidayAverageRule,
  holidayAverage,
} from './holiday-average/holiday-average.ts';
// Rows of files.
export { dateOrderOf, recognize } from './imports/recognize.ts';
export { type Directory, missingFields, type ReadPunch, rowReader } from './imports/row.ts';
export * from './imports/types.ts';
// What is known of a person.
export {
  type CarriedInput,
  type CarriedNames,
  carry,
  namesFrom,
  uncarried,
  type WrittenRulebook,
} from './input/carried.ts';
export type { PersonInput } from './input/person.ts';
// What must be read for a span.
export { inputSpan } from './input/reach.ts';
export { daysTouched } from './input/touches.ts';
export {
  furthestApart,
  punchesAround,
  runAround,
  shiftsOverOf,
  unbrokenAround,
} from './input/unbroken.ts';
export { sentenceWith } from './kinds/sentence.ts';
export type { MealFault, UnpaidBreak } from './model/breaks.ts';
export {
  amountClass,
  type ClassId,
  classLabel,
  classOf,
  classParts,
  guaranteeClass,
  inSumOrder,
  isAmount,
  isClassId,
  isOvertime,
  isPremium,
  isSumId,
  isWorked,
  leaveClass,
  liesBeside,
  premiumClass,
  type SumId,
  sumLabel,
  sumOf,
} from './model/classes.ts';
export type { ComputedShift } from './model/computed-shift.ts';
export {
  asksWhy,
  type Exception,
  holdsUp,
  isMissingPunch,
  type Proposal,
  SEVERITIES,
  type Severity,
  type ShiftTimes,
} from './model/exception.ts';
// Exceptions.
export { overtimeRuleOf } from './model/exception-key.ts';
export type { Home } from './model/home.ts';
export * from './model/ids.ts';
export type { Leave } from './model/leave.ts';
export type { Line } from './model/line.ts';
export type { Place } from './model/place.ts';
export type { Plan } from './model/plan.ts';
export {
  type EffectivePunch,
  type Position,
  PUNCH_KINDS,
  type Punch,
  type PunchKind,
} from './model/punch.ts';
export type { Segment } from './model/segment.ts';
export type { Spell } from './model/shift.ts';
// Units: seconds, instants, workdays, hours, and how they are written and read.
export { firstPunch, lastPunch } from './model/shift.ts';
export type { ShiftReason } from './model/shift-reason.ts';
export { MOST_OF_AN_AMOUNT, PER_UNIT, readAmount } from './pay/amounts.ts';
export type { PayCode, PayCodeMap } from './pay/codes.ts';
export { CODE_KINDS, misfitOf } from './pay/codes.ts';
// Pay codes and files for the pay system.
export { type DifferenceLine, differenceOf, type PaidLine, paidFor } from './pay/differences.ts';
export { type FileCheck, FileChecker, type FileFault, isSound } from './pay/layouts/check.ts';
export { COLUMNS } from './pay/layouts/columns.ts';
export { type ColumnField, type ColumnKind, LINE_PARTS, type LinePart } from './pay/layouts/define.ts';
export { type FileRow, fileNameOf, fileRows, RowMaker, totalsOf } from './pay/layouts/file-rows.ts';
export {
  ENCODINGS,
  isTextLayout,
  kindOf as columnKindOf,
  LAYOUT_KINDS,
  type Layout,
  type LayoutColumn,
  type LayoutObjection,
  LayoutSchema,
  layoutObjections,
} from './pay/layouts/layout.ts';
export { type Recognized, recognizeLayout, type Sample } from './pay/layouts/recognize.ts';
export { recognizeFixed } from './pay/layouts/recognize-fixed.ts';
export { rowText } from './pay/layouts/row-text.ts';
export { textCell } from './pay/layouts/text-cell.ts';
export type { BatchHead, BatchLine, FileLine, FileTotals } from './pay/layouts/types.ts';
export { FileWriter, fileOf } from './pay/layouts/write.ts';
export { parseRanges, writeRanges } from './pay/line-ranges.ts';
export { accountOf, type MappingAccount, type RuleAccount } from './pay/mapping/account.ts';
export { MAPPING_CONDITIONS } from './pay/mapping/conditions.ts';
export type { MappingCondition } from './pay/mapping/define.ts';
export { type CodeMapping, compileMapping } from './pay/mapping/map-lines.ts';
export {
  type MappingRule,
  MappingRuleSchema,
  type MappingWhen,
  statedOf,
  whenOfClass,
  whenSentence,
} from './pay/mapping/rule.ts';
export type { PayLine } from './pay/pay-line.ts';
export { type Cost, costOf, costText, type Rate, Rates, rateText, readRate } from './pay/rates.ts';
export { CHECKS, type Checked, checkAll, holdingUp, PASSABLE_CHECKS } from './pay/readiness/checks.ts';
export type { Case, Weight } from './pay/readiness/define.ts';
export type {
  CardFacts,
  CodeFacts,
  Facts,
  KnownToPaySystem,
  PaidClass,
  Uncaught,
} from './pay/readiness/facts.ts';
export { isFar, type Usual, usualOf } from './pay/readiness/usual.ts';
export {
  nextStart,
  type PayPeriod,
  payDayOf,
  payDaySays,
  payPeriods,
  type Scheme,
  SchemeSchema,
  schemeSays,
} from './periods/scheme.ts';
export { checkProofDays, NamesAsTheyCome, type ProofResult } from './proof/proof.ts';
export { type RateInput, type RegularRate, regularRates } from './regular-rate/regular-rate.ts';
// Reports on the ground of the lines.
export { bridgeTable, type Walked } from './reports/bridge.ts';
export { Comparison } from './reports/comparison.ts';
export { type GroundLine, nameOfPart, PARTS, type Part, type PartNames, partOf } from './reports/ground.ts';
export { HoursAndCost } from './reports/hours-and-cost.ts';
export { OvertimeByCause } from './reports/overtime.ts';
export {
  BAR_KINDS,
  CELL_KINDS,
  CELL_LOOKS,
  type CellKind,
  type ReportCell,
  type ReportColumn,
  type ReportRow,
  type ReportTable,
  sumsOf,
} from './reports/table.ts';
export { unusualTable } from './reports/unusual.ts';
// Rulebooks and their editions.
export { compileRulebook, type Names } from './rulebook/compile.ts';
export type { CompiledRulebook } from './rulebook/compiled.ts';
export { type EditionInForce, Editions } from './rulebook/editions.ts';
export type { RulebookFault } from './rulebook/fault.ts';
export { type ProofDay, type Rulebook, RulebookSchema } from './rulebook/schema.ts';
export { STARTERS } from './rulebook/starters/starters.ts';
export type { GuaranteeReason } from './steps/guarantees/reason.ts';
export type { OvertimeReason } from './steps/overtime/reason.ts';
export { workdayAt, workdayStart, workweekOf } from './steps/workday/workday.ts';
// Zones and calendars.
export { type Calendar, NO_CALENDAR } from './time/calendar.ts';
export { type DayEntry, monthNamed, readDayEntry, weekdayNamed } from './time/day-entry.ts';
export * from './time/hours.ts';
export { type HoursEntry, readHoursEntry } from './time/hours-entry.ts';
export { asDuration, clockSeconds, durationSeconds } from './time/lengths.ts';
export type { DaySpan, Span } from './time/spans.ts';
export { readTimeEntry, readTimeNear, type TimeEntry } from './time/time-entry.ts';
export * from './time/units.ts';
export {
  DEFAULT_WRITING,
  shortWeekday,
  WRITING_CHOICES,
  type Writer,
  type Writing,
  writerOf,
} from './time/writing.ts';
export {
  firstInstantOf,
  instantsOf,
  offsetAt,
  wallOf,
  type ZoneOffsets,
  ZoneTables,
  zoneOffsets,
} from './time/zone.ts';
