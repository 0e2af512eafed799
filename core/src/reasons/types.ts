import type { UnpaidBreak } from '../breaks/breaks.ts';
import type { Spell } from '../pair/types.ts';
import type { RoundedSpell } from '../round/round.ts';
import type { Instant, Seconds, Workday } from '../units.ts';

/** Why a shift's hours are what they are, from the punch on. The wording belongs to the interface. */
export type ShiftReason =
  | { step: 'clocked'; spells: readonly Spell[]; seconds: Seconds }
  | { step: 'round'; spells: readonly RoundedSpell[]; changedBySeconds: number }
  | {
      step: 'breaks';
      unpaid: readonly UnpaidBreak[];
      paid: readonly { start: Instant; end: Instant }[];
      unpaidSeconds: Seconds;
    }
  | { step: 'workday'; rule: string; startsAt: Instant; endsAt: Instant; workdays: readonly Workday[] }
  | { step: 'premium'; name: string; seconds: Seconds };

/** What one overtime rule found in one of its buckets (a workday, a workweek). */
export interface OvertimeReason {
  readonly step: 'overtime';
  /** Index of the rule in the rulebook. */
  readonly rule: number;
  readonly name: string;
  readonly basis: string;
  readonly firstWorkday: Workday;
  readonly lastWorkday: Workday;
  /** What counted toward the rule: hours no earlier rule made overtime. */
  readonly countedSeconds: Seconds;
  readonly tiers: readonly { readonly aboveSeconds: Seconds; readonly multiplier: number }[];
  readonly leastSeconds: Seconds;
  readonly overSeconds: Seconds;
  readonly pays: boolean;
}
