import type { CorrectionId, DepartmentId, JobId, PunchId, SiteId } from '../model/ids.ts';
import type { Leave } from '../model/leave.ts';
import type { EffectivePunch, Punch } from '../model/punch.ts';
import type { Instant, Workday } from '../time/units.ts';

/** From one instant to another, as somebody stated it. */
export interface Stated {
  readonly from: Instant;
  readonly to: Instant;
}

/** How a raw punch counts now, where that differs from what was clocked: another time, kind or place, or not at all. */
export interface PunchChange extends Partial<Omit<Punch, 'id' | 'zone' | 'position'>> {
  readonly isDropped?: boolean;
  /** The last correction that changed it. */
  readonly correction: CorrectionId;
}

/** Another job, department or site. What is undefined stays as it was. */
export interface NewPlace {
  readonly job?: JobId | null | undefined;
  readonly department?: DepartmentId | null | undefined;
  readonly site?: SiteId | null | undefined;
}

/** What an exception is told by. */
export interface Settleable {
  readonly key: string;
  readonly kind: string;
  readonly at: Instant;
  readonly workday: Workday;
}

/** Everything that the corrections in force change, sorted by the step that reads it. Later corrections come later in each list. */
export interface Changes {
  /** Punches that nobody clocked. */
  readonly added: readonly EffectivePunch[];
  readonly punches: ReadonlyMap<PunchId, PunchChange>;
  /** Spells that are cut in two: from this moment on, the work is in another job, department or site. */
  readonly splits: readonly {
    readonly at: Instant;
    readonly place: NewPlace;
    readonly correction: CorrectionId;
  }[];
  readonly notWorked: readonly Stated[];
  /** The workday of the shift around an instant. */
  readonly workdays: readonly { readonly at: Instant; readonly workday: Workday }[];
  readonly canceledMeals: readonly Instant[];
  readonly meals: readonly Stated[];
  readonly places: readonly (Stated & { readonly place: NewPlace; readonly correction: CorrectionId })[];
  readonly classes: readonly (Stated & { readonly multiplier: number })[];
  /** How many seconds of a day's overtime by one rule are approved, by what that overtime is told by, where it is not all of it. */
  readonly approvedParts: ReadonlyMap<string, number>;
  readonly leave: readonly Leave[];
  /** Plans, by their start, that become leave. */
  readonly absences: readonly {
    readonly planStartsAt: Instant;
    readonly code: string;
    readonly correction: CorrectionId;
  }[];
  /** True for an exception that a correction settles although no hours change: it was accepted, or overtime was approved. */
  readonly settled: readonly ((exception: Settleable) => boolean)[];
}

/** Changes while corrections are laid into them. */
export type OpenChanges = {
  [Part in keyof Changes]: Changes[Part] extends ReadonlyMap<infer Key, infer Value>
    ? Map<Key, Value>
    : Changes[Part] extends readonly (infer Item)[]
      ? Item[]
      : never;
};

/** Nothing changed. */
export const noChanges = (): OpenChanges => ({
  added: [],
  punches: new Map(),
  splits: [],
  notWorked: [],
  workdays: [],
  canceledMeals: [],
  meals: [],
  places: [],
  classes: [],
  approvedParts: new Map(),
  leave: [],
  absences: [],
  settled: [],
});

/** Adds a change to those that earlier corrections made to the same punch. */
export function changePunch(changes: OpenChanges, punch: PunchId, change: PunchChange): void {
  changes.punches.set(punch, { ...changes.punches.get(punch), ...change });
}
