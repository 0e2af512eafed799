import type { CorrectionId, DepartmentId, JobId, PunchId, SiteId } from '../record/ids.ts';
import type { Leave } from '../record/leave.ts';
import type { EffectivePunch, Punch } from '../record/punch.ts';
import type { Instant, Workday } from '../time/units.ts';

/** From one instant to another, as somebody stated it. */
export interface Stated {
  readonly from: Instant;
  readonly to: Instant;
}

/** What is otherwise with a raw punch than it was clocked. */
export interface PunchChange extends Partial<Omit<Punch, 'id' | 'zone' | 'position'>> {
  readonly isDropped?: boolean;
  /** The last correction that changed it. */
  readonly correction: CorrectionId;
}

/** A place that takes the place of another; what is undefined stays. */
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

/** All that the corrections in force change, by the step that it matters to. What comes later stands later. */
export interface Changes {
  /** Punches that nobody clocked. */
  readonly added: readonly EffectivePunch[];
  readonly punches: ReadonlyMap<PunchId, PunchChange>;
  /** Spells that another job goes on in, from an instant on. */
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
  readonly places: readonly (Stated & { readonly place: NewPlace })[];
  readonly classes: readonly (Stated & { readonly multiplier: number })[];
  readonly leave: readonly Leave[];
  /** Plans, by their start, that become leave. */
  readonly absences: readonly {
    readonly planStartsAt: Instant;
    readonly code: string;
    readonly correction: CorrectionId;
  }[];
  /** True for an exception that is settled without another cause to vanish. */
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
  leave: [],
  absences: [],
  settled: [],
});

/** Changes a raw punch, beside what corrections before did to it. */
export function changePunch(changes: OpenChanges, punch: PunchId, change: PunchChange): void {
  changes.punches.set(punch, { ...changes.punches.get(punch), ...change });
}
