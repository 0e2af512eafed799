import type { DepartmentId, JobId, SiteId } from './ids.ts';

/** The numbers behind the names that one rule uses; null where it names none. A name that stands for nothing becomes a fault at its field. */
export interface Resolver {
  jobs(names: readonly string[] | undefined, field: string): ReadonlySet<JobId> | null;
  departments(names: readonly string[] | undefined, field: string): ReadonlySet<DepartmentId> | null;
  sites(names: readonly string[] | undefined, field: string): ReadonlySet<SiteId> | null;
}
