import type { CorrectionId, DepartmentId, JobId, PunchId, SiteId } from '../record/ids.ts';
import type { PunchKind } from '../record/punch.ts';
import type { Instant, Workday } from '../time/units.ts';

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
