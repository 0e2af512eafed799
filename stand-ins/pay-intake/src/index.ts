/** A small pay system: it takes files as such systems do, and pays each line once. */
export type { Entry, PaidLine } from './ledger.ts';
export { LIE_NAMES, type Lie, startIntake } from './service.ts';
