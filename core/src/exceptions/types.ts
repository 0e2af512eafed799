import type { ComputedShift } from '../compute.ts';
import type { EffectivePunch } from '../effective/types.ts';
import type { Plan } from '../plan/types.ts';
import type { Instant, Workday } from '../units.ts';

export type ExceptionKind = 'missing-out' | 'missing-in';

/** A time that would settle an exception, and what speaks for it. */
export interface Proposal {
  readonly at: Instant;
  readonly from: 'plan';
}

/** Something a person must look at before the hours can be trusted. */
export interface Exception {
  /** The same for the same trouble in every computation: its kind and the punch it hangs on. */
  readonly key: string;
  readonly kind: ExceptionKind;
  readonly workday: Workday;
  readonly punch: EffectivePunch;
  readonly holdsUpHandoff: boolean;
  readonly proposals: readonly Proposal[];
}

export interface ExceptionInput {
  readonly shifts: readonly ComputedShift[];
  readonly plans: readonly Plan[];
  readonly longestSpellSeconds: number;
}

/** How one kind of exception is found, what is proposed and how severe it is. One file a kind. */
export type ExceptionFinder = (input: ExceptionInput) => Exception[];
