import type { Role } from './schemas.ts';

/** What somebody may do, and in which roles. A right to see or change cards holds for those within reach. */
export const RIGHTS = {
  'see cards': ['specialist', 'supervisor', 'person', 'auditor'],
  correct: ['specialist', 'supervisor'],
  approve: ['specialist', 'supervisor'],
  'see imports': ['specialist', 'auditor'],
  import: ['specialist'],
  'give badges': ['specialist'],
  'see pay': ['specialist', 'auditor'],
  'add editions': ['specialist'],
  'map pay codes': ['specialist'],
  'hand off': ['specialist'],
  'add amounts': ['specialist'],
  'make pay periods': ['specialist'],
  'see work': ['specialist', 'auditor', 'administrator'],
  'see audit events': ['specialist', 'auditor', 'administrator'],
  'keep users': ['administrator'],
  'keep company': ['specialist', 'administrator'],
} as const satisfies Readonly<Record<string, readonly Role[]>>;
export type Right = keyof typeof RIGHTS;

/** True where one of the roles has a right. */
export const has = (roles: readonly Role[], right: Right): boolean =>
  roles.some((role) => RIGHTS[right].some((one) => one === role));
