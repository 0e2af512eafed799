import type { DaySpan } from '../time/spans.ts';
import type { Workday } from '../time/units.ts';
import { breakOver, mealLate, mealMissed, mealShort } from './breaks.ts';
import { averageOver, dailyOver, overtimeApproval, restUnder } from './hours.ts';
import { missingIn, missingOut } from './missing.ts';
import { overlap } from './overlap.ts';
import { absent, earlyOut, lateIn, notPlanned } from './planned.ts';
import {
  awayFromSite,
  futurePunch,
  jobRequired,
  noteRequired,
  repeatedPunch,
  unknownJob,
} from './punches.ts';
import { tooLong, tooShort } from './shift-length.ts';
import type { Exception, ExceptionFinder, ExceptionInput, ExceptionKind, ExceptionRules } from './types.ts';

const FINDERS: Readonly<Record<ExceptionKind, ExceptionFinder>> = {
  'missing-out': missingOut,
  'missing-in': missingIn,
  'repeated-punch': repeatedPunch,
  'too-long': tooLong,
  'too-short': tooShort,
  overlap,
  'future-punch': futurePunch,
  'unknown-job': unknownJob,
  'job-required': jobRequired,
  'note-required': noteRequired,
  'not-planned': notPlanned,
  absent,
  'late-in': lateIn,
  'early-out': earlyOut,
  'meal-missed': mealMissed,
  'meal-short': mealShort,
  'meal-late': mealLate,
  'break-over': breakOver,
  'daily-over': dailyOver,
  'overtime-approval': overtimeApproval,
  'rest-under': restUnder,
  'average-over': averageOver,
  'away-from-site': awayFromSite,
};

/**
 * Everything that somebody must look at, in order of time.
 *
 * @param looked what each edition in force looks for
 */
export function findExceptions(input: ExceptionInput, looked: readonly ExceptionRules[]): Exception[] {
  const found: Exception[] = [];
  const kinds =
    looked.length === 1 ? looked[0]!.keys() : new Set(looked.flatMap((rules) => [...rules.keys()]));
  for (const kind of kinds) {
    const ruleOn = (day: Workday) => input.rulesOn(day).exceptions.get(kind);
    for (const exception of FINDERS[kind](input, ruleOn)) found.push(exception);
  }
  if (found.length > 1) found.sort((a, b) => a.at - b.at || (a.key < b.key ? -1 : 1));
  return found;
}

/** Those that can change a workday of the span; one whose own day lies outside it stands on the nearest day inside. */
export function within(exceptions: readonly Exception[], { first, last }: DaySpan): Exception[] {
  const inside: Exception[] = [];
  for (const exception of exceptions) {
    const { workday, reaches } = exception;
    if (workday >= first && workday <= last) inside.push(exception);
    else if (reaches.first <= last && reaches.last >= first)
      inside.push({ ...exception, workday: workday < first ? first : last });
  }
  return inside;
}
