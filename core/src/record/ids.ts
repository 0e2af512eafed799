import type { Unit } from '../time/units.ts';

export type PersonId = Unit<number, 'PersonId'>;
export type PunchId = Unit<number, 'PunchId'>;
export type CorrectionId = Unit<number, 'CorrectionId'>;
export type JobId = Unit<number, 'JobId'>;
export type DepartmentId = Unit<number, 'DepartmentId'>;
export type SiteId = Unit<number, 'SiteId'>;
