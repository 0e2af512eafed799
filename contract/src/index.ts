export * from './cards.ts';
export * from './handoff.ts';
export * from './imports.ts';
export * from './pay-codes.ts';
export * from './periods.ts';
export * from './problem.ts';
export * from './settle.ts';
export * from './sign-in.ts';
