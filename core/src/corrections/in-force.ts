import type { CorrectionId } from '../model/ids.ts';
import { type Changes, noChanges } from './changes.ts';
import { type Correction, correctionKind } from './kinds.ts';

/** The corrections that hold: not undone by one that itself holds. In order of id. */
export function correctionsInForce(corrections: readonly Correction[]): Correction[] {
  const newestFirst = [...corrections].sort((a, b) => b.id - a.id);
  const undone = new Set<CorrectionId>();
  const inForce: Correction[] = [];
  // An undo is always younger than what it undoes, so one pass from the newest settles chains of undo and redo.
  for (const correction of newestFirst) {
    if (undone.has(correction.id)) continue;
    const takenBack = correctionKind(correction.kind).takesBack(correction);
    if (takenBack !== null) undone.add(takenBack);
    inForce.push(correction);
  }
  return inForce.reverse();
}

const NONE: Changes = noChanges();

/** What the corrections in force change, whatever the order in which they are given. */
export function changesOf(corrections: readonly Correction[]): Changes {
  if (corrections.length === 0) return NONE;
  const changes = noChanges();
  for (const correction of correctionsInForce(corrections))
    correctionKind(correction.kind).lay(correction, changes, correction.id);
  return changes;
}
