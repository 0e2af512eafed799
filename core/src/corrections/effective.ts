import type { EffectivePunch, Punch, PunchKind } from '../model/punch.ts';
import { itemAt } from '../time/item-at.ts';
import type { Changes, PunchChange } from './changes.ts';

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

/**
 * Step 1. Raw punches with the corrections in force laid over them, in order of time. The order in which either
 * arrived does not matter; the raw ones are not touched.
 */
export function effectivePunches(
  punches: readonly Punch[],
  { added, punches: changed }: Pick<Changes, 'added' | 'punches'>,
): readonly EffectivePunch[] {
  const untouched = added.length === 0 && changed.size === 0;
  const effective = untouched ? punches : withChanges(punches, added, changed);
  for (let i = 1; i < effective.length; i++) {
    if (inOrder(itemAt(effective, i - 1), itemAt(effective, i)) > 0) return [...effective].sort(inOrder);
  }
  return effective;
}

function withChanges(
  punches: readonly Punch[],
  added: Changes['added'],
  changed: Changes['punches'],
): EffectivePunch[] {
  const effective: EffectivePunch[] = [...added];
  for (const punch of punches) {
    const change = changed.get(punch.id);
    if (change === undefined) effective.push(punch);
    else if (change.isDropped !== true) effective.push(changedPunch(punch, change));
  }
  return effective;
}

function changedPunch(punch: Punch, { isDropped: _, ...change }: PunchChange): EffectivePunch {
  const changed = { ...punch, ...change };
  return changed.at === punch.at ? changed : { ...changed, clockedAt: punch.at };
}
