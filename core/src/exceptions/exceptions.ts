import type { Exception, ExceptionInput, ExceptionRules } from '../model/exception.ts';
import type { DaySpan } from '../time/spans.ts';
import type { ExceptionKind } from './define.ts';
import { EXCEPTIONS } from './kinds.ts';

/** The kinds that some of these editions look for. */
export const kindsLookedFor = (looked: readonly ExceptionRules[]): readonly ExceptionKind[] =>
  EXCEPTIONS.filter(({ name }) => looked.some((rules) => rules.has(name)));

/**
 * Everything that somebody must look at, in order of time.
 *
 * @param kinds those that the editions in force look for
 * @param settled true for those that corrections settle
 */
export function findExceptions(
  input: ExceptionInput,
  kinds: readonly ExceptionKind[],
  settled: readonly ((exception: Exception) => boolean)[],
): Exception[] {
  const found: Exception[] = [];
  for (const kind of kinds)
    for (const one of kind.findAll(input)) if (!settled.some((settles) => settles(one))) found.push(one);
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
