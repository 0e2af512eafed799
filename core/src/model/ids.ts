import type { Unit } from '../time/units.ts';

/** A person, by number. */
export type PersonId = Unit<number, 'PersonId'>;
/** A raw punch, by number. */
export type PunchId = Unit<number, 'PunchId'>;
/** A correction, by number: later ones have higher numbers. */
export type CorrectionId = Unit<number, 'CorrectionId'>;
/** A job, by number. */
export type JobId = Unit<number, 'JobId'>;
/** A department, by number. */
export type DepartmentId = Unit<number, 'DepartmentId'>;
/** A site, by number. */
export type SiteId = Unit<number, 'SiteId'>;
/** A cost center, by number. */
export type CostCenterId = Unit<number, 'CostCenterId'>;

/** The number of a punch in the record that it comes from. */
export const punchId = (n: number): PunchId => n as PunchId;
/** The number of a correction: later ones have higher numbers. */
export const correctionId = (n: number): CorrectionId => n as CorrectionId;
/** The number of a job. */
export const jobId = (n: number): JobId => n as JobId;
/** The number of a department. */
export const departmentId = (n: number): DepartmentId => n as DepartmentId;
/** The number of a site. */
export const siteId = (n: number): SiteId => n as SiteId;
/** The number of a cost center. */
export const costCenterId = (n: number): CostCenterId => n as CostCenterId;
