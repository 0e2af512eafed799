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

/** One field of a rulebook as docs/rulebook.md explains it: in words, by an example, and by what the example gives. */
export interface FieldExample extends Example {
  readonly field: string;
  readonly says: string;
}

/** Moments of one date: `on('2026-10-19', '08:00 in', '17:00 out')`. */
export const on = (date: string, ...times: readonly string[]): string[] =>
  times.map((time) => `${date} ${time}`);

/** Shifts of a proof day, each from an hour to an hour: `days('2026-10-19', [8, 18], null, [8, 18])`, null for a day off. */
export function days(first: string, ...hours: readonly (readonly [number, number] | null)[]): string[] {
  return hours.flatMap((shift, i) => {
    if (shift === null) return [];
    const at = (hour: number) => {
      const date = new Date(Date.parse(`${first}T00:00:00Z`) + i * 86_400_000 + hour * 3_600_000);
      return date.toISOString().slice(0, 16).replace('T', ' ');
    };
    return [`${at(shift[0])} in`, `${at(shift[1])} out`];
  });
}
