import type { Correction } from '../corrections/kinds.ts';
import type { ShiftTimes } from '../model/exception.ts';
import type { Home } from '../model/home.ts';
import type { SiteId } from '../model/ids.ts';
import type { Leave } from '../model/leave.ts';
import type { Plan } from '../model/plan.ts';
import type { Position, Punch } from '../model/punch.ts';
import type { Editions } from '../rulebook/editions.ts';
import type { Calendar } from '../time/calendar.ts';
import type { DaySpan } from '../time/spans.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { ZoneTables } from '../time/zone.ts';

/** Everything that one person's hours over one span of workdays follow from. */
export interface PersonInput {
  readonly first: Workday;
  readonly last: Workday;
  /** Those around `inputSpan` as `unbrokenAround` says, in any order. */
  readonly punches: readonly Punch[];
  readonly corrections: readonly Correction[];
  /** Where this person belongs, in order of the first days. Without any, what names no department is in none. */
  readonly homes?: readonly Home[];
  readonly plans: readonly Plan[];
  readonly leave?: readonly Leave[];
  readonly calendar?: Calendar;
  /** For overtime by pay period. Without any, the span is the one period. */
  readonly payPeriods?: readonly DaySpan[];
  readonly editions: Editions;
  readonly zones: ZoneTables;
  /** When the input was taken: an in younger than the longest spell is then somebody at work. Null: none is. */
  readonly asOf: Instant | null;
  /** Shifts of those who work beside this person, as evidence for proposals. */
  readonly crew?: readonly ShiftTimes[];
  /** Shifts of this person before the span, as evidence of what is usual. */
  readonly earlier?: readonly ShiftTimes[];
  /** What this person worked in other spans like this one, in seconds, to tell a total that is unlike them. */
  readonly usualTotals?: readonly number[];
  /** Where sites lie, to tell which punches were made away from them. */
  readonly sites?: ReadonlyMap<SiteId, Position>;
}
