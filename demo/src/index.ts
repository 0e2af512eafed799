export * from './company.ts';
export { punchFileLines } from './file.ts';
export { type DemoPlan, type DemoPunch, type PunchOptions, planOf, punchesOf } from './punches.ts';
