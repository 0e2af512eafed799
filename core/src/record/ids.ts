import type { Unit } from '../time/units.ts';

export type PersonId = Unit<number, 'PersonId'>;
export type PunchId = Unit<number, 'PunchId'>;
export type CorrectionId = Unit<number, 'CorrectionId'>;
export type JobId = Unit<number, 'JobId'>;
export type DepartmentId = Unit<number, 'DepartmentId'>;
export type SiteId = Unit<number, 'SiteId'>;
export type CostCenterId = Unit<number, 'CostCenterId'>;

/** The number of a punch in the record that it comes from. */
export const punchId = (n: number): PunchId => n as PunchId;
/** The number of a correction: later ones have higher numbers. */
export const correctionId = (n: number): CorrectionId => n as CorrectionId;
export const jobId = (n: number): JobId => n as JobId;
export const departmentId = (n: number): DepartmentId => n as DepartmentId;
export const siteId = (n: number): SiteId => n as SiteId;
export const costCenterId = (n: number): CostCenterId => n as CostCenterId;
