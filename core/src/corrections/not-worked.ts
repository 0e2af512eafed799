import type { EffectivePunch } from '../model/punch.ts';
import type { Shift, Spell } from '../model/shift.ts';
import { gapKind } from '../steps/breaks/gaps.ts';
import type { Instant } from '../time/units.ts';
import type { Stated } from './changes.ts';

/** Shifts without what somebody said was not worked: the punches that then stand are paired as if so clocked. */
export function withoutStretches(
  punches: readonly EffectivePunch[],
  notWorked: readonly Stated[],
  paired: (punches: readonly EffectivePunch[]) => readonly Shift[],
): readonly Shift[] {
  let left = punches;
  let shifts = paired(left);
  const takenOut: Stated[] = [];
  for (const stretch of notWorked) {
    takenOut.push(...shifts.flatMap((shift) => clockedWithin(shift, stretch)));
    left = without(left, shifts, stretch);
    shifts = paired(left);
  }
  return takenOut.length === 0 ? shifts : withTakenOut(shifts, takenOut);
}

const overlaps = (spell: Spell, { from, to }: Stated): boolean => spell.in.at < to && spell.out.at > from;

/** What of a shift was clocked within a stretch: its spells, and the meals and breaks between those. */
function clockedWithin({ spells }: Shift, stretch: Stated): Stated[] {
  const pieces: Stated[] = [];
  let before: Spell | null = null;
  for (const spell of spells) {
    if (!overlaps(spell, stretch)) {
      before = null;
      continue;
    }
    const from = later(spell.in.at, stretch.from);
    const to = earlier(spell.out.at, stretch.to);
    const last = pieces.at(-1);
    const hangsTogether = before !== null && gapKind(before, spell) !== 'away';
    if (last !== undefined && hangsTogether) pieces[pieces.length - 1] = { from: last.from, to };
    else pieces.push({ from, to });
    before = spell;
  }
  return pieces;
}

const later = (a: Instant, b: Instant): Instant => (a > b ? a : b);
const earlier = (a: Instant, b: Instant): Instant => (a < b ? a : b);

/** Punches with those inside a stretch gone, and each spell that reaches into it ended or begun at its edge. */
function without(
  punches: readonly EffectivePunch[],
  shifts: readonly Shift[],
  stretch: Stated,
): readonly EffectivePunch[] {
  const { from, to } = stretch;
  const gone = new Set<EffectivePunch>();
  const edges: EffectivePunch[] = [];
  for (const { spells, missingOut, missingIn, onTheClock, repeats } of shifts) {
    for (const spell of spells) {
      const isInside = spell.in.at >= from && spell.out.at <= to;
      if (!isInside && !overlaps(spell, stretch)) continue;
      if (spell.in.at >= from) gone.add(spell.in);
      if (spell.out.at <= to) gone.add(spell.out);
      if (spell.in.at < from) edges.push(edgeOf(spell.out, from, spell.out.at <= to, 'out'));
      if (spell.out.at > to) edges.push(edgeOf(spell.in, to, spell.in.at >= from, 'in'));
    }
    const alone = [...missingOut, ...missingIn, ...repeats, ...(onTheClock === null ? [] : [onTheClock])];
    for (const punch of alone) {
      if (punch.at < from || punch.at > to || gone.has(punch)) continue;
      gone.add(punch);
      // A change of job at the edge ended a spell, and what it began was not worked.
      if (spells.some(({ out }) => out === punch)) edges.push({ ...punch, kind: 'out' });
    }
  }
  const left = punches.filter((punch) => !gone.has(punch));
  return [...left, ...edges].sort((a, b) => a.at - b.at || rankOf(a) - rankOf(b));
}

/** At one instant, what ends a spell comes before what begins one. */
const rankOf = ({ kind }: EffectivePunch): number =>
  kind === 'out' || kind === 'meal-out' || kind === 'break-out'
    ? 0
    : kind === 'job-change' || kind === 'undirected'
      ? 1
      : 2;

/** A punch at the edge of a stretch: the one that was moved there, or one that nobody made. */
function edgeOf(punch: EffectivePunch, at: Instant, isMoved: boolean, end: 'in' | 'out'): EffectivePunch {
  const keepsKind = isMoved && punch.kind !== 'job-change' && punch.kind !== 'undirected';
  return { ...punch, id: null, at, kind: keepsKind ? punch.kind : end, note: null, position: null };
}

/** Gives each shift the stretches that were taken out of it: those inside it, before its first punch or after its last. */
function withTakenOut(shifts: readonly Shift[], takenOut: readonly Stated[]): Shift[] {
  const left = new Set(takenOut);
  return shifts.map((shift) => {
    const [first, last] = [shift.spells[0], shift.spells.at(-1)];
    if (first === undefined || last === undefined) return shift;
    const own = [...left].filter(({ from, to }) => to >= first.in.at && from <= last.out.at);
    for (const one of own) left.delete(one);
    return own.length === 0 ? shift : { ...shift, notWorked: own };
  });
}
