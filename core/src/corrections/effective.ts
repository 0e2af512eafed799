import type { CorrectionId, PunchId } from '../record/ids.ts';
import type { EffectivePunch, Punch, PunchKind } from '../record/punch.ts';
import { itemAt } from '../time/item-at.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { Correction } from './types.ts';

/** At one instant, what ends something comes before what starts something. */
const RANK: Record<PunchKind, number> = {
  out: 0,
  'meal-out': 1,
  'break-out': 2,
  'job-change': 3,
  undirected: 4,
  'break-in': 5,
  'meal-in': 6,
  in: 7,
};

function inOrder(a: EffectivePunch, b: EffectivePunch): number {
  return (
    a.at - b.at || RANK[a.kind] - RANK[b.kind] || (a.job ?? 0) - (b.job ?? 0) || (a.site ?? 0) - (b.site ?? 0)
  );
}

/** The corrections that hold: not undone by one that itself holds. In order of id. */
export function correctionsInForce(corrections: readonly Correction[]): Correction[] {
  const newestFirst = [...corrections].sort((a, b) => b.id - a.id);
  const undone = new Set<CorrectionId>();
  const inForce: Correction[] = [];
  // An undo is always younger than what it undoes, so one pass from the newest settles chains of undo and redo.
  for (const correction of newestFirst) {
    if (undone.has(correction.id)) continue;
    if (correction.kind === 'undo') undone.add(correction.undoes);
    inForce.push(correction);
  }
  return inForce.reverse();
}

/** The corrections in force, sorted by what they change. */
export interface CorrectionsInForce {
  readonly added: readonly Extract<Correction, { kind: 'add' }>[];
  readonly changed: ReadonlyMap<PunchId, Extract<Correction, { kind: 'move' | 'drop' }>>;
  readonly canceledMeals: readonly Instant[];
  readonly approved: readonly { readonly workday: Workday; readonly rule: string }[];
}

const NO_CORRECTIONS: CorrectionsInForce = {
  added: [],
  changed: new Map(),
  canceledMeals: [],
  approved: [],
};

export function sortCorrections(corrections: readonly Correction[]): CorrectionsInForce {
  if (corrections.length === 0) return NO_CORRECTIONS;
  const added: Extract<Correction, { kind: 'add' }>[] = [];
  const changed = new Map<PunchId, Extract<Correction, { kind: 'move' | 'drop' }>>();
  const canceledMeals: Instant[] = [];
  const approved: { workday: Workday; rule: string }[] = [];
  for (const correction of correctionsInForce(corrections)) {
    if (correction.kind === 'add') added.push(correction);
    else if (correction.kind === 'move' || correction.kind === 'drop')
      changed.set(correction.punch, correction);
    else if (correction.kind === 'cancel-meal') canceledMeals.push(correction.at);
    else if (correction.kind === 'approve-overtime') approved.push(correction);
  }
  return { added, changed, canceledMeals, approved };
}

/**
 * Step 1. Raw punches with the corrections in force laid over them, in order of time. The order in which either
 * arrived does not matter; the raw ones are not touched.
 */
export function effectivePunches(
  punches: readonly Punch[],
  { added, changed }: CorrectionsInForce,
): readonly EffectivePunch[] {
  const untouched = added.length === 0 && changed.size === 0;
  const effective = untouched ? punches : withCorrections(punches, added, changed);
  for (let i = 1; i < effective.length; i++) {
    if (inOrder(itemAt(effective, i - 1), itemAt(effective, i)) > 0) return [...effective].sort(inOrder);
  }
  return effective;
}

function withCorrections(
  punches: readonly Punch[],
  added: CorrectionsInForce['added'],
  changed: CorrectionsInForce['changed'],
): EffectivePunch[] {
  const effective: EffectivePunch[] = added.map((correction) => ({
    id: null,
    at: correction.at,
    kind: correction.punchKind,
    zone: correction.zone,
    job: correction.job,
    department: correction.department,
    site: correction.site,
    note: correction.note ?? null,
    position: null,
    correction: correction.id,
  }));
  for (const punch of punches) {
    const change = changed.get(punch.id);
    if (change === undefined) effective.push(punch);
    else if (change.kind === 'move')
      effective.push({ ...punch, at: change.at, correction: change.id, clockedAt: punch.at });
  }
  return effective;
}
