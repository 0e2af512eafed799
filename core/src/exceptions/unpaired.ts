import type { EffectivePunch } from '../effective/types.ts';
import { workdayAt } from '../workday/workday.ts';
import type { Exception, ExceptionInput, ExceptionKind, Proposal } from './types.ts';

/** An exception for a punch that found no partner; its proposals are the planned ends that such a partner could be. */
export function unpairedPunch(
  kind: ExceptionKind,
  punch: EffectivePunch,
  proposals: readonly Proposal[],
  input: ExceptionInput,
): Exception {
  const origin = punch.punch === null ? `correction-${punch.correction}` : `punch-${punch.punch}`;
  return {
    key: `${kind}:${origin}`,
    kind,
    workday: workdayAt(punch.at, input.workday, input.zones.of(punch.zone)),
    punch,
    holdsUpHandoff: true,
    proposals,
  };
}
