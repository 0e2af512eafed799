import { isPunchedTwice, type PunchKind } from '../model/punch.ts';

/**
 * Returns the punches that are one too many, of one person's punches in order of time: the later of two ins, the earlier of two outs, at most
 * three hours apart. What a break or a meal is punched with is left alone.
 */
export const doubledPunches = <P extends { readonly kind: PunchKind; readonly at: number }>(
  punches: readonly P[],
): P[] =>
  punches.filter((one, i) => {
    const other = punches[one.kind === 'in' ? i - 1 : i + 1];
    return other !== undefined && isPunchedTwice(one, other);
  });
