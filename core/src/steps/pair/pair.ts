import type { EffectivePunch, PunchKind } from '../../record/punch.ts';
import { itemAt } from '../../time/item-at.ts';
import type { Instant, Seconds } from '../../time/units.ts';
import type { Shift, Spell } from './types.ts';

export interface PairingRules {
  readonly repeatWindowSeconds: Seconds;
  readonly longestSpellSeconds: Seconds;
  readonly shiftGapSeconds: Seconds;
}

/** Whether a punch starts a spell. By comparison, not by a table: this runs for every punch there is. */
const startsSpell = (kind: PunchKind): boolean =>
  kind === 'in' || kind === 'meal-in' || kind === 'break-in' || kind === 'job-change';

interface OpenShift extends Shift {
  readonly spells: Spell[];
  missingOut: EffectivePunch[];
  missingIn: EffectivePunch[];
  onTheClock: EffectivePunch | null;
  repeats: EffectivePunch[];
}

const NONE: EffectivePunch[] = [];
const emptyShift = (): OpenShift => ({
  spells: [],
  missingOut: NONE,
  missingIn: NONE,
  onTheClock: null,
  repeats: NONE,
});

/**
 * Step 2. Ordered punches into spells and spells into shifts.
 *
 * An in that meets no out within the longest spell is a missing out, an out that meets no in a missing in; both stand
 * in the shift they belong to and pay nothing. Where `asOf` is given, an in without an out that is still younger than the longest
 * spell at that instant is somebody at work, not a missing out.
 *
 * Punches of one kind, each within the repeat window of the one before, are one: the first counts.
 *
 * @param rulesAt the rules in force when a punch was made
 */
export function pair(
  punches: readonly EffectivePunch[],
  rulesAt: (punch: EffectivePunch) => PairingRules,
  asOf: Instant | null,
): Shift[] {
  const shifts: OpenShift[] = [];
  // Until the first punch starts one.
  let shift: OpenShift = emptyShift();
  let open: EffectivePunch | null = null;
  let lastAt = Number.NEGATIVE_INFINITY;
  let previous: EffectivePunch | null = null;

  /** The shift this punch belongs to: the current one, or a new one after a gap longer than `gap`. */
  const shiftAt = (at: number, gap: number): OpenShift => {
    if (at - lastAt > gap) {
      shift = emptyShift();
      shifts.push(shift);
    }
    return shift;
  };
  const missesOut = (punch: EffectivePunch) => {
    shift.missingOut = [...shift.missingOut, punch];
  };

  for (let i = 0; i < punches.length; i++) {
    const punch = itemAt(punches, i);
    const rules = rulesAt(punch);
    if (
      previous !== null &&
      previous.kind === punch.kind &&
      punch.at - previous.at <= rules.repeatWindowSeconds
    ) {
      shift.repeats = [...shift.repeats, punch];
      previous = punch;
      continue;
    }
    previous = punch;

    const reachable: boolean = open !== null && punch.at - open.at <= rules.longestSpellSeconds;
    // An undirected punch ends what is open and starts something where nothing is.
    const opens: boolean = punch.kind === 'undirected' ? !reachable : startsSpell(punch.kind);

    if (punch.kind === 'job-change' && open !== null && reachable) {
      shift.spells.push({ in: open, out: punch });
      open = punch;
    } else if (opens) {
      if (open !== null) missesOut(open);
      // Coming back from a meal or break continues the shift, however long the way there took.
      const returns = punch.kind === 'meal-in' || punch.kind === 'break-in';
      shiftAt(punch.at, returns ? rules.longestSpellSeconds : rules.shiftGapSeconds);
      open = punch;
    } else if (open !== null && reachable) {
      shift.spells.push({ in: open, out: punch });
      open = null;
    } else {
      if (open !== null) missesOut(open);
      open = null;
      const alone = shiftAt(punch.at, rules.shiftGapSeconds);
      alone.missingIn = [...alone.missingIn, punch];
    }
    lastAt = punch.at;
  }
  if (open !== null) {
    const rules = rulesAt(open);
    if (asOf !== null && asOf - open.at <= rules.longestSpellSeconds) shift.onTheClock = open;
    else missesOut(open);
  }
  return shifts;
}
