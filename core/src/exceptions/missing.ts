import type { ComputedShift } from '../model/computed-shift.ts';
import type { ExceptionInput } from '../model/exception.ts';
import type { Plan } from '../model/plan.ts';
import type { EffectivePunch } from '../model/punch.ts';
import { firstPunch, lastPunch } from '../model/shift.ts';
import { workdayAt } from '../steps/workday/workday.ts';
import type { DaySpan } from '../time/spans.ts';
import { instant, type Workday, workday } from '../time/units.ts';
import type { Found, RuleOn } from './define.ts';
import { punchesOf } from './of-shifts.ts';
import { type Between, propose } from './propose.ts';

/** Every punch that lacks an in, or every one that lacks an out. */
export function lacking(end: 'in' | 'out', input: ExceptionInput, ruleOn: RuleOn<object>): Found[] {
  const exceptions: Found[] = [];
  let instants: number[] | null = null;
  for (const shift of input.shifts) {
    if (shift.missingOut.length === 0 && shift.missingIn.length === 0) continue;
    const rule = ruleOn(shift.workday);
    if (rule === undefined) continue;
    for (const punch of [...shift.missingOut, ...shift.missingIn]) {
      const lacksIn = shift.missingIn.includes(punch) || looksLikeOut(punch, input.plans);
      if (lacksIn !== (end === 'in')) continue;
      const known = lacksIn ? lastPunch(shift).at : firstPunch(shift).at;
      instants ??= input.shifts
        .flatMap(punchesOf)
        .map(({ at }) => at)
        .sort((a, b) => a - b);
      const proposals = propose(lacksIn ? 'in' : 'out', punch, known, alone(punch, instants), input);
      const reaches = daysBetween(shift, punch, lacksIn, instants, input);
      const { severity } = rule;
      exceptions.push({ severity, workday: shift.workday, reaches, at: punch.at, punch, proposals });
    }
  }
  return exceptions;
}

/**
 * The workdays that the missing punch can change: it lies between this punch and the one beside it, and no further away than a spell is
 * long. What counts for the day its shift starts is that day's alone, unless it is the start that is missing.
 */
function daysBetween(
  shift: ComputedShift,
  punch: EffectivePunch,
  lacksIn: boolean,
  instants: readonly number[],
  input: ExceptionInput,
): DaySpan {
  const { workday: rules, pairing } = input.rulesOn(shift.workday);
  const { longestSpellSeconds } = pairing;
  const offsets = input.zones.of(punch.zone);
  const dayOf = (at: number) => workdayAt(instant(at), rules, offsets);
  const own = shift.workday;
  if (!lacksIn) {
    if (rules.shiftBelongsTo === 'day it starts') return { first: own, last: own };
    const next = instants[countUpTo(instants, punch.at)] ?? Number.POSITIVE_INFINITY;
    const latest = Math.min(punch.at + longestSpellSeconds, next);
    return spanOf(own, dayOf(punch.at), dayOf(latest - 1));
  }
  const before = instants[countUpTo(instants, punch.at - 1) - 1] ?? Number.NEGATIVE_INFINITY;
  const earliest = Math.max(punch.at - longestSpellSeconds, before);
  return spanOf(own, dayOf(earliest), dayOf(punch.at - 1));
}

/** Between which punches one that is alone lies: a time beyond them would not pair with it. */
const alone = ({ at }: EffectivePunch, instants: readonly number[]): Between => ({
  after: instants[countUpTo(instants, at - 1) - 1] ?? Number.NEGATIVE_INFINITY,
  before: instants[countUpTo(instants, at)] ?? Number.POSITIVE_INFINITY,
});

/** How many of these, ascending, are not after an instant. Halved again and again: a record may lack hundreds of punches. */
function countUpTo(instants: readonly number[], at: number): number {
  let low = 0;
  let high = instants.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((instants[middle] ?? Number.POSITIVE_INFINITY) <= at) low = middle + 1;
    else high = middle;
  }
  return low;
}

const spanOf = (...days: readonly Workday[]): DaySpan => ({
  first: workday(Math.min(...days)),
  last: workday(Math.max(...days)),
});

/** A lone punch of a clock that does not tell in from out is taken for the end of a plan that it lies nearer to than to its start. */
function looksLikeOut(punch: EffectivePunch, plans: readonly Plan[]): boolean {
  if (punch.kind !== 'undirected') return false;
  let nearest = Number.POSITIVE_INFINITY;
  let isEnd = false;
  for (const plan of plans) {
    const toStart = Math.abs(punch.at - plan.startsAt);
    const toEnd = Math.abs(punch.at - plan.endsAt);
    if (Math.min(toStart, toEnd) < nearest) {
      nearest = Math.min(toStart, toEnd);
      isEnd = toEnd < toStart;
    }
  }
  return isEnd;
}
