import { type ClassId, classParts } from '../model/classes.ts';

/** A pay code as the pay system knows it. */
export interface PayCode {
  readonly code: string;
  readonly name: string;
}

/** Which code each class and premium is paid under. A class that stands in none falls into the catch-all. */
export type PayCodeMap = ReadonlyMap<ClassId, PayCode>;

/** Kinds of pay codes, by the lines that they pay. */
export const CODE_KINDS = ['hours', 'premium', 'leave', 'guarantee', 'adjustment', 'amount'] as const;
export type CodeKind = (typeof CODE_KINDS)[number];

/** A kind of code in words, as the object of *pays*. */
const PAYS: Readonly<Record<CodeKind, string>> = {
  hours: 'hours of work',
  premium: 'premium hours',
  leave: 'leave',
  guarantee: 'a guarantee',
  adjustment: 'adjustments',
  amount: 'amounts',
};

/**
 * Why a code does not fit lines of a class, in words; null where it fits. Hours of work fit a code for them with the same multiplier, or
 * with none; adjustments fit a code for hours, too. Common practice, no source.
 */
export function misfitOf(
  { kind, multiplier }: { readonly kind: CodeKind; readonly multiplier: number | null },
  classId: ClassId,
): string | null {
  const parts = classParts(classId);
  const wanted: CodeKind = parts.kind === 'worked' ? 'hours' : parts.kind;
  if (kind !== wanted && !(wanted === 'adjustment' && kind === 'hours'))
    return `It pays ${PAYS[kind]}, and these are ${PAYS[wanted]}.`;
  if (parts.kind !== 'worked' || multiplier === null || multiplier === parts.multiplier) return null;
  return `It pays ${multiplier} times, and these hours ${parts.multiplier} times.`;
}
