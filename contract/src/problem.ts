/** Stable names of what can be wrong. */
export type ProblemType =
  | 'invalid'
  | 'not-found'
  | 'signed-out'
  | 'wrong-sign-in'
  | 'not-allowed'
  | 'own-card'
  | 'password-given'
  | 'too-many-attempts'
  | 'other-origin'
  | 'too-large'
  | 'already-settled'
  | 'already-undone'
  | 'sealed'
  | 'not-ready'
  | 'stale'
  | 'busy'
  | 'database-away'
  | 'outcome-unknown'
  | 'disk-full'
  | 'wrong-host'
  | 'unexpected';

/** RFC 9457 problem document, sent as `application/problem+json`. */
export interface ProblemBody {
  readonly type: ProblemType;
  readonly title: string;
  readonly status: number;
  /** Where in the request. */
  readonly field?: string;
  readonly detail?: string;
  /** How long to wait before it is worth trying again. */
  readonly retryAfterSeconds?: number;
  /** With `already-settled`: who settled it, when (ISO 8601), and with what time. */
  readonly settled?: { readonly by: string; readonly madeAt: string; readonly at: string | null };
}
