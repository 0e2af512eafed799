import type { ComputedShift } from '../compute.ts';
import type { EffectivePunch } from '../effective/types.ts';
import type { Exception, ExceptionKind, Proposal } from './types.ts';

/** An exception for a punch that found no partner; its proposals are the planned ends that such a partner could be. */
export function unpairedPunch(
  kind: ExceptionKind,
  punch: EffectivePunch,
  proposals: readonly Proposal[],
  shift: ComputedShift,
): Exception {
  const origin = punch.punch === null ? `correction-${punch.correction}` : `punch-${punch.punch}`;
  return {
    key: `${kind}:${origin}`,
    kind,
    workday: shift.workday,
    punch,
    holdsUpHandoff: true,
    proposals,
  };
}
