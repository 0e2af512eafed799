/** All tables; docs/data.md says what a row of each means. */
export * from './cards.ts';
export * from './patterns.ts';
export * from './pay.ts';
export * from './people.ts';
export * from './places.ts';
export * from './plans.ts';
export * from './punches.ts';
export * from './tasks.ts';
export * from './users.ts';
