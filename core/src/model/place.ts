import type { CostCenterId, DepartmentId, JobId, SiteId } from './ids.ts';

/** In what and where somebody works, and who bears the cost where the record says so. */
export interface Place {
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  readonly site: SiteId | null;
  /** Absent where it follows from the rest. */
  readonly costCenter?: CostCenterId | null;
}
