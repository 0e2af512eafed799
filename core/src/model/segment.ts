import type { Instant, Workday } from '../time/units.ts';
import type { ZoneOffsets } from '../time/zone.ts';
import type { ClassId } from './classes.ts';
import type { Home } from './home.ts';
import type { Plan } from './plan.ts';
import type { PremiumSet } from './premium-set.ts';
import type { EffectivePunch } from './punch.ts';

/**
 * What a segment is paid as: its class, its multiplier and the rule behind them. Equal ones share one object, so that paying a segment
 * makes none.
 */
export interface Pay {
  readonly classId: ClassId;
  /** 1 for ordinary time, else what the overtime tiers pay. */
  readonly multiplier: number;
  /** The overtime rule behind it, of whichever edition; null for ordinary time and what a correction says. */
  readonly rule: { readonly name: string; readonly waitsForApproval: boolean } | null;
}

/** Where a shift starts. */
export interface ShiftBeginning {
  /** The edition that it goes by in every step: told apart by identity. */
  readonly rulebook: object;
  /** The shift's earliest punch. */
  readonly punch: EffectivePunch;
  /** Of the zone in which it started. */
  readonly offsets: ZoneOffsets;
  /** The last punch of the shift before it; long ago where there is none. */
  readonly endBefore: number;
  /** The workday that a correction gives all of it; null where the rulebook decides. */
  readonly statedWorkday: Workday | null;
}

/** What a segment needs of the shift it comes from. All segments of one shift share this object. */
export interface SegmentShift {
  readonly start: ShiftBeginning;
  /** What was planned; null where nothing was. */
  readonly match: { readonly plan: Plan } | null;
}

/**
 * A stretch of payable time with one class, its premiums and workday. Its job and site are those of the punch it comes from; so are its
 * department and cost center, where that names them. The steps refine it in place and cut it where its parts differ.
 */
export interface WorkSegment {
  start: Instant;
  end: Instant;
  /**
   * Seconds that rounding a total added at its end. They have no place on the clock, and the class, job and premiums of its last second.
   */
  added: number;
  workday: Workday;
  readonly shift: SegmentShift;
  /** The punch that started it. */
  readonly from: EffectivePunch;
  /** Where this person belongs on its workday: see `departmentOf`. */
  home: Pick<Home, 'department' | 'costCenter'>;
  pay: Pay;
  premiums: PremiumSet;
  /**
   * Used by step 7 only: the stretch of days, or the shift, in which an overtime rule counts this segment. It is kept here because segments
   * get cut.
   */
  bucket: number;
}
/** A segment, read-only. Only the steps that build segments change them. */
export type Segment = Readonly<WorkSegment>;

/** The department in which a segment is worked: that of its punch, or else the home on its workday. */
export const departmentOf = ({ from, home }: Segment): Home['department'] =>
  from.department ?? home.department;

/** Who bears the cost of a segment: what its punch says, or else the home on its workday. */
export const costCenterOf = ({ from, home }: Segment): Home['costCenter'] =>
  from.costCenter ?? home.costCenter;
