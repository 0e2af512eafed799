import type { Changes } from '../corrections/changes.ts';
import { statedWorkday } from '../corrections/shifts.ts';
import type { ShiftBeginning } from '../model/segment.ts';
import { firstPunch, lastPunch, type Shift } from '../model/shift.ts';
import { workdayAt } from '../steps/workday/workday.ts';
import type { Workday } from '../time/units.ts';
import type { ZoneTables } from '../time/zone.ts';
import type { CompiledRulebook } from './compiled.ts';
import type { Editions } from './editions.ts';

/** A shift, the day on the wall clock on which it starts, and the edition in force there: it follows that one throughout. */
export interface StartedShift extends ShiftBeginning {
  readonly shift: Shift;
  readonly rulebook: CompiledRulebook;
  readonly workday: Workday;
}

/** Where and when a shift starts, and when the one before it ended. */
export function started(
  shift: Shift,
  before: Shift | undefined,
  zones: ZoneTables,
  editions: Editions,
  changes: Pick<Changes, 'workdays'>,
): StartedShift {
  const punch = firstPunch(shift);
  const offsets = zones.of(punch.zone);
  const rulebook = editions.at(punch.at, offsets);
  const stated = statedWorkday(shift, changes);
  const workday = stated ?? workdayAt(punch.at, rulebook.workday, offsets);
  const endBefore = before === undefined ? Number.NEGATIVE_INFINITY : lastPunch(before).at;
  return { shift, punch, offsets, rulebook, workday, statedWorkday: stated, endBefore };
}
