import type { Rulebook } from '../schema.ts';

/** What every starter begins with: nothing rounded, short rests paid, workdays from midnight, weeks from Monday. */
export const base = {
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [],
  breaks: { paidUpTo: 'PT20M' },
  workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
  workweek: { startsOn: 'monday' },
  overtime: [],
  premiums: [],
} satisfies Partial<Rulebook>;

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
