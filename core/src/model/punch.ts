import type { Instant } from '../time/units.ts';
import type { CorrectionId, PunchId } from './ids.ts';
import type { Place } from './place.ts';

/** The kinds of punch there are. */
export const PUNCH_KINDS = [
  'in',
  'out',
  'meal-out',
  'meal-in',
  'break-out',
  'break-in',
  'job-change',
  'undirected',
] as const;
/** What a punch says it is; `undirected` where a clock does not tell in from out. */
export type PunchKind = (typeof PUNCH_KINDS)[number];

/** A point on the earth, in degrees. */
export interface Position {
  readonly latitude: number;
  readonly longitude: number;
}

/** What a clock, a phone or a file said. Never changed, never deleted. */
export interface Punch extends Place {
  readonly id: PunchId;
  readonly at: Instant;
  readonly kind: PunchKind;
  /** IANA zone of the site where it was made. */
  readonly zone: string;
  readonly note?: string | null;
  readonly position?: Position | null;
}

/** A punch as the computation sees it. A raw punch that nothing corrects is one as it stands. */
export interface EffectivePunch extends Omit<Punch, 'id'> {
  /** The raw punch behind it; null where a correction added it. */
  readonly id: PunchId | null;
  /** The correction that added or moved it; absent where it stands as clocked. */
  readonly correction?: CorrectionId;
  /** Where a correction moved it: the time that was clocked. */
  readonly clockedAt?: Instant;
}

/** Two punches of one kind further apart than this are of two shifts. */
const TWICE_SECONDS = 3 * 3600;

/** True where two punches are one that was made twice: both in or both out, at most three hours apart. */
export const isPunchedTwice = (
  a: { readonly kind: PunchKind; readonly at: number },
  b: { readonly kind: PunchKind; readonly at: number },
): boolean =>
  a.kind === b.kind && (a.kind === 'in' || a.kind === 'out') && Math.abs(a.at - b.at) <= TWICE_SECONDS;
