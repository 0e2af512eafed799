/** A rule on its own, a day it is tried on, and what that must give. All of it is computed when the reference is written. */
export interface Example {
  /** Only what differs from a rulebook that does nothing. */
  readonly rules: object;
  readonly day: {
    readonly punches: readonly string[];
    readonly plans?: readonly { readonly from: string; readonly to: string; readonly job?: string }[];
    readonly holidays?: readonly string[];
    readonly restDays?: readonly string[];
    readonly leave?: readonly { readonly date: string; readonly code: string; readonly hours: string }[];
    /** What is corrected, in order: each by `do`, which names its kind, and its settings as texts. */
    readonly corrections?: readonly Readonly<Record<string, string>>[];
    readonly gives: Readonly<Record<string, string>>;
    readonly exceptions?: readonly string[];
  };
}

/** Moments of one date: `on('2026-10-19', '08:00 in', '17:00 out')`. */
export const on = (date: string, ...times: readonly string[]): string[] =>
  times.map((time) => `${date} ${time}`);
