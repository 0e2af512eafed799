import type { ComputedShift } from '../compute.ts';
import type { EffectivePunch } from '../effective/types.ts';
import type { Plan } from '../plan/types.ts';
import type { Exception, ExceptionInput, ExceptionKind, Proposal } from './types.ts';

/** The punches of all shifts that lack a partner of one kind, each as an exception with the planned time that such a partner could be. */
export function unpaired(
  kind: ExceptionKind,
  input: ExceptionInput,
  proposed: (punch: EffectivePunch) => Plan['startsAt'] | undefined,
): Exception[] {
  return input.shifts.flatMap((shift) =>
    punchesWithout(kind, shift, input.plans).map((punch) => {
      const at = proposed(punch);
      const proposals: Proposal[] = at === undefined ? [] : [{ at, from: 'plan' }];
      const origin = punch.punch === null ? `correction-${punch.correction}` : `punch-${punch.punch}`;
      return {
        key: `${kind}:${origin}`,
        kind,
        workday: shift.workday,
        punch,
        holdsUpHandoff: true,
        proposals,
      };
    }),
  );
}

function punchesWithout(kind: ExceptionKind, shift: ComputedShift, plans: readonly Plan[]): EffectivePunch[] {
  const isOut = (punch: EffectivePunch) => punch.kind === 'undirected' && looksLikeOut(punch, plans);
  const missesOut = shift.missingOut.filter((punch) => !isOut(punch));
  const missesIn = [...shift.missingIn, ...shift.missingOut.filter(isOut)];
  return kind === 'missing-out' ? missesOut : missesIn;
}

/** A lone punch of a clock that does not tell in from out is taken for the end of a plan that it lies nearer to than to its start. */
function looksLikeOut(punch: EffectivePunch, plans: readonly Plan[]): boolean {
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
