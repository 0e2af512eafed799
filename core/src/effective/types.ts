import type { CorrectionId, DepartmentId, Instant, JobId, PunchId, SiteId, Workday } from '../units.ts';

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
export type PunchKind = (typeof PUNCH_KINDS)[number];

/** A point on the earth, in degrees. */
export interface Position {
  readonly latitude: number;
  readonly longitude: number;
}

/** What a clock, a phone or a file said. Never changed, never deleted. */
export interface Punch {
  readonly id: PunchId;
  readonly at: Instant;
  readonly kind: PunchKind;
  /** IANA zone of the site where it was made. */
  readonly zone: string;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  readonly site: SiteId | null;
  readonly note?: string | null;
  readonly position?: Position | null;
}

interface CorrectionBase {
  readonly id: CorrectionId;
}

/**
 * One recorded change to what was clocked. A later one (by id) overrides an earlier one on the same punch;
 * `undo` takes another correction back, and may itself be undone.
 */
export type Correction =
  | (CorrectionBase & {
      readonly kind: 'add';
      readonly at: Instant;
      readonly punchKind: PunchKind;
      readonly zone: string;
      readonly job: JobId | null;
      readonly department: DepartmentId | null;
      readonly site: SiteId | null;
      readonly note?: string | null;
    })
  | (CorrectionBase & { readonly kind: 'move'; readonly punch: PunchId; readonly at: Instant })
  | (CorrectionBase & { readonly kind: 'drop'; readonly punch: PunchId })
  /** Pays the meal that lies around `at`: the punched one where there is one, else the automatic one of that shift. */
  | (CorrectionBase & { readonly kind: 'cancel-meal'; readonly at: Instant })
  /** Lets the overtime of one rule on one workday pay that waits for approval. */
  | (CorrectionBase & { readonly kind: 'approve-overtime'; readonly workday: Workday; readonly rule: string })
  | (CorrectionBase & { readonly kind: 'undo'; readonly undoes: CorrectionId });

/** A punch as the computation sees it. A raw punch that nothing corrects is one as it stands. */
export interface EffectivePunch extends Omit<Punch, 'id'> {
  /** The raw punch behind it; null where a correction added it. */
  readonly id: PunchId | null;
  /** The correction that added or moved it; absent where it stands as clocked. */
  readonly correction?: CorrectionId;
  /** Where a correction moved it: the time that was clocked. */
  readonly clockedAt?: Instant;
}
