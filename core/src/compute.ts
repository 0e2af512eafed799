import { account, changeTotals } from './card/account.ts';
import type { Computed } from './card/card.ts';
import { explainShifts } from './card/explain.ts';
import { effectivePunches } from './corrections/effective.ts';
import { changesOf } from './corrections/in-force.ts';
import { withStatedLeave } from './corrections/leave.ts';
import { withoutStretches } from './corrections/not-worked.ts';
import { correctionReasons } from './corrections/reasons.ts';
import { payApprovedParts, payAsStated, placeAsStated } from './corrections/segments.ts';
import { correctedShifts } from './corrections/shifts.ts';
import { findExceptions, within } from './exceptions/exceptions.ts';
import type { PersonInput } from './input/person.ts';
import type { StatedBreaks } from './model/breaks.ts';
import type { OpenShift } from './model/computed-shift.ts';
import type { ExceptionInput } from './model/exception.ts';
import { atHome, type Home, homeOn } from './model/home.ts';
import type { Leave } from './model/leave.ts';
import { plansInOrder } from './model/plan.ts';
import type { SegmentShift, WorkSegment } from './model/segment.ts';
import type { CompiledRulebook } from './rulebook/compiled.ts';
import { type StartedShift, started } from './rulebook/started-shift.ts';
import { takeBreaks } from './steps/breaks/breaks.ts';
import { startTaking } from './steps/breaks/taking.ts';
import { guarantees } from './steps/guarantees/guarantees.ts';
import type { GuaranteeReason } from './steps/guarantees/reason.ts';
import { plansToWork } from './steps/guarantees/standby-plans.ts';
import { holdToPlans } from './steps/hold-to-plan/hold.ts';
import { sumLines } from './steps/lines/lines.ts';
import { classify } from './steps/overtime/meeting.ts';
import type { OvertimeReason } from './steps/overtime/reason.ts';
import { pair } from './steps/pair/pair.ts';
import { addPremiums } from './steps/premiums/premiums.ts';
import { type RoundedShift, roundShifts } from './steps/round/round.ts';
import { roundDayTotals, roundShiftTotals } from './steps/round/totals.ts';
import { assignWorkday } from './steps/workday/workday.ts';
import { workedDays } from './steps/workday/worked-days.ts';
import { NO_CALENDAR } from './time/calendar.ts';
import { itemAt } from './time/item-at.ts';
import type { Workday } from './time/units.ts';

const NONE: readonly never[] = [];
const NO_SITES: ExceptionInput['sites'] = new Map();

/**
 * One person's shifts, segments, lines and exceptions. Pure: the same input in any order gives the same result, and
 * nothing but the input is read.
 *
 * @param explain also builds the reasons of every number
 */
export function compute(input: PersonInput, explain = false): Computed {
  const { editions, zones, first, last, asOf, calendar = NO_CALENDAR, homes = NONE } = input;
  const span = { first, last };
  const payPeriods = input.payPeriods ?? [span];
  const plans = plansInOrder(input.plans);
  const rulesOn = (day: Workday) => editions.on(day);
  const { together, pairing } = editions;
  const toWork = plansToWork(plans, editions);

  const changes = changesOf(input.corrections);
  const punches = effectivePunches(input.punches, changes);
  const pairAll = (all: typeof punches) =>
    pair(all, (punch) => pairing ?? editions.pairingAt(punch.at, zones.of(punch.zone)), asOf);
  const paired = correctedShifts(withoutStretches(punches, changes.notWorked, pairAll), changes);
  const planned = holdToPlans(
    paired.map((shift, i) => started(shift, paired[i - 1], zones, editions, changes)),
    toWork,
  );
  const { shifts, worked } = breaksAndWorkdays(roundShifts(planned), changes);
  if (together.roundsDays) roundDays(shifts, planned, worked, rulesOn);
  giveHomes(worked, homes);
  const leave = ofHomes(withStatedLeave(input.leave ?? NONE, { plans, toWork }, planned, changes), homes);
  const days = workedDays(worked);
  const overtimeReasons: OvertimeReason[] | null = explain ? [] : null;
  const context = {
    calendar,
    plans: toWork,
    leave,
    payPeriods,
    workedDays: days.days,
    daysInOrder: days.inOrder,
  };
  placeAsStated(worked, changes.places);
  const segments = classify(worked, together, context, overtimeReasons);
  payAsStated(segments, changes.classes);
  payApprovedParts(segments, changes.approvedParts);
  const premiumsOf = ({ start }: WorkSegment['shift']) => editions.of(start).premiums;
  addPremiums(segments, together.premiums, premiumsOf, calendar, days.days);
  if (explain) explainShifts(shifts, planned, segments);
  const guaranteed = together.hasGuarantees
    ? ofHomes(
        guarantees(
          shifts,
          { plans, toWork, leave },
          { onWorkday: rulesOn, ofShift: ({ rules }) => editions.of({ rulebook: rules }) },
        ),
        homes,
      )
    : NONE;
  const periods = together.roundsOverPeriods ? payPeriods : NONE;
  const lines = sumLines({ segments, guaranteed, leave }, (day) => rulesOn(day).lines, periods, span);
  const looked: ExceptionInput = {
    shifts,
    segments,
    plans: toWork,
    standby: toWork.length === plans.length ? NONE : plans.filter((plan) => !toWork.includes(plan)),
    leave,
    crew: input.crew ?? NONE,
    earlier: input.earlier ?? NONE,
    sites: input.sites ?? NO_SITES,
    usualTotals: input.usualTotals ?? NONE,
    zones,
    asOf,
    span,
    rulesOn,
  };
  return {
    shifts,
    segments,
    lines,
    exceptions: within(findExceptions(looked, together.exceptions, changes.settled), span),
    reasons: [
      ...(overtimeReasons ?? []),
      ...guaranteed,
      ...leave.map((day) => ({ step: 'leave' as const, ...day })),
      ...(explain
        ? correctionReasons(
            input.corrections,
            lines,
            (corrections) => compute({ ...input, corrections }).lines,
          )
        : NONE),
    ],
  };
}

/** Breaks are taken out of each shift, and what is left is given its workdays: the segments of all shifts, in order of time. */
function breaksAndWorkdays(rounded: readonly RoundedShift<StartedShift>[], stated: StatedBreaks) {
  const taking = startTaking();
  const { worked } = taking;
  const shifts = rounded.map((shift) => {
    const { planned, rounded: spells } = shift;
    const { start } = planned;
    const breaks = takeBreaks(taking, start.shift, planned, spells, start.rulebook.breaks, stated);
    const computed = account(shift, breaks, roundShiftTotals(worked, taking.first, start.rulebook.rounding));
    computed.workday = assignWorkday(worked, taking.first, start) ?? computed.workday;
    return computed;
  });
  return { shifts, worked };
}

/** The totals of workdays rounded, and what that changes of each shift, in place. */
function roundDays(
  shifts: readonly OpenShift[],
  planned: readonly SegmentShift[],
  worked: WorkSegment[],
  rulesOn: (day: Workday) => CompiledRulebook,
): void {
  const changes = roundDayTotals(worked, rulesOn);
  planned.forEach((shift, i) => {
    const own = changes.get(shift);
    if (own !== undefined) changeTotals(itemAt(shifts, i), own);
  });
}

/** Gives each segment, in place, the home on its workday. */
function giveHomes(worked: readonly WorkSegment[], homes: readonly Home[]): void {
  if (homes.length > 0) for (const segment of worked) segment.home = homeOn(homes, segment.workday);
}

/** Leave and guarantees in the department and on the cost center of their workdays, where they name none of their own. */
const ofHomes = <T extends Leave | GuaranteeReason>(
  paid: readonly T[],
  homes: readonly Home[],
): readonly T[] => (homes.length === 0 ? paid : paid.map((one) => atHome(one, homeOn(homes, one.workday))));
