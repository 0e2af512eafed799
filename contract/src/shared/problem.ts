import * as v from 'valibot';

/** Stable names of what can be wrong. */
export const PROBLEM_TYPES = [
  'invalid',
  'not-found',
  'signed-out',
  'wrong-sign-in',
  'not-allowed',
  'own-card',
  'password-given',
  'too-many-attempts',
  'other-origin',
  'too-large',
  'already-settled',
  'already-undone',
  'sealed',
  'not-ready',
  'in-doubt',
  'known',
  'stale',
  'busy',
  'database-away',
  'outcome-unknown',
  'disk-full',
  'wrong-host',
  'unexpected',
] as const;
export type ProblemType = (typeof PROBLEM_TYPES)[number];

/** RFC 9457 problem document, sent as `application/problem+json`. */
export const ProblemBody = v.strictObject({
  type: v.picklist(PROBLEM_TYPES),
  title: v.string(),
  status: v.pipe(v.number(), v.integer()),
  /** Where in the request. */
  field: v.optional(v.string()),
  detail: v.optional(v.string()),
  /** How long to wait before it is worth trying again. */
  retryAfterSeconds: v.optional(v.number()),
  /** With `already-settled`: who settled it, when (ISO 8601), and with what time. */
  settled: v.optional(v.strictObject({ by: v.string(), madeAt: v.string(), at: v.nullable(v.string()) })),
});
export type ProblemBody = v.InferOutput<typeof ProblemBody>;
