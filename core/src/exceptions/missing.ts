import type { EffectivePunch } from '../effective/types.ts';
import { firstPunch, lastPunch } from '../pair/types.ts';
import type { Plan } from '../plan/types.ts';
import { propose } from './propose.ts';
import { raise } from './raise.ts';
import type { Exception, ExceptionFinder } from './types.ts';

/** An in without an out. */
export const missingOut: ExceptionFinder = (input, ruleOn) => lonely('missing-out', input, ruleOn);

/** An out without an in. */
export const missingIn: ExceptionFinder = (input, ruleOn) => lonely('missing-in', input, ruleOn);

/** Every punch that lacks a partner of one kind. */
function lonely(
  kind: 'missing-out' | 'missing-in',
  ...[input, ruleOn]: Parameters<ExceptionFinder>
): Exception[] {
  const exceptions: Exception[] = [];
  for (const shift of input.shifts) {
    if (shift.missingOut.length === 0 && shift.missingIn.length === 0) continue;
    const rule = ruleOn(shift.workday);
    if (rule === undefined) continue;
    for (const punch of [...shift.missingOut, ...shift.missingIn]) {
      const lacksIn = shift.missingIn.includes(punch) || looksLikeOut(punch, input.plans);
      if (lacksIn !== (kind === 'missing-in')) continue;
      const known = lacksIn ? lastPunch(shift).at : firstPunch(shift).at;
      const proposals = propose(lacksIn ? 'in' : 'out', punch, known, input);
      exceptions.push(raise(kind, rule, { workday: shift.workday, at: punch.at, punch, proposals }));
    }
  }
  return exceptions;
}

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
