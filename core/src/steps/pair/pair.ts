import type { EffectivePunch, PunchKind } from '../../model/punch.ts';
import type { Shift, Spell } from '../../model/shift.ts';
import { itemAt } from '../../time/item-at.ts';
import { type Instant, type Seconds, seconds } from '../../time/units.ts';

/** When punches are one spell, spells one shift, and two punches one. */
export interface PairingRules {
  readonly repeatWindowSeconds: Seconds;
  readonly longestSpellSeconds: Seconds;
  readonly shiftGapSeconds: Seconds;
}

/** Whether a punch starts a spell. By comparison, not by a table: this runs for every punch there is. */
const startsSpell = (kind: PunchKind): boolean =>
  kind === 'in' || kind === 'meal-in' || kind === 'break-in' || kind === 'job-change';

interface OpenShift extends Shift {
  spells: readonly Spell[];
  missingOut: EffectivePunch[];
  missingIn: EffectivePunch[];
  onTheClock: EffectivePunch | null;
  repeats: EffectivePunch[];
}

const NO_SPELLS: readonly Spell[] = [];
/** Shared by all shifts, and never added to: see `withPunch`. */
const NONE: EffectivePunch[] = [];
const emptyShift = (): OpenShift => ({
  spells: NO_SPELLS,
  missingOut: NONE,
  missingIn: NONE,
  onTheClock: null,
  repeats: NONE,
});

/** Before the first shift: nothing hangs together with anything. */
const NO_RULES: PairingRules = {
  repeatWindowSeconds: seconds(-1),
  longestSpellSeconds: seconds(-1),
  shiftGapSeconds: seconds(-1),
};

/** How far pairing has come. */
interface Pairing {
  readonly shifts: OpenShift[];
  /** The one that punches now belong to. */
  shift: OpenShift;
  /** Those that it goes by: of the edition in force when it started. */
  rules: PairingRules;
  /** The spells of all shifts. When a shift ends, it gets its own. */
  readonly spells: Spell[];
  firstSpell: number;
  /** An in that has met no out. */
  open: EffectivePunch | null;
  /** When the last punch was that is no repeat. */
  lastAt: number;
  previous: EffectivePunch | null;
}

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
  const pairing: Pairing = {
    shifts: [],
    // Until the first punch starts one.
    shift: emptyShift(),
    rules: NO_RULES,
    spells: [],
    firstSpell: 0,
    open: null,
    lastAt: Number.NEGATIVE_INFINITY,
    previous: null,
  };
  for (let i = 0; i < punches.length; i++) {
    const punch = itemAt(punches, i);
    const next = punches[i + 1];
    if (next !== undefined && isOfNoLength(pairing, punch, next, punches[i + 2])) {
      takePunch(pairing, next, rulesAt);
      i++;
    }
    takePunch(pairing, punch, rulesAt);
  }
  const { shift, shifts, open } = pairing;
  if (open !== null) {
    if (asOf !== null && asOf - open.at <= pairing.rules.longestSpellSeconds) shift.onTheClock = open;
    else missOut(pairing);
  }
  endShift(pairing);
  return shifts;
}

/**
 * True of an out and an in at one instant that are a spell of no length: nothing is open that the out could end, and nothing follows that
 * could end the in.
 */
function isOfNoLength(
  { open, rules }: Pairing,
  punch: EffectivePunch,
  next: EffectivePunch,
  after: EffectivePunch | undefined,
): boolean {
  if (punch.kind !== 'out' || next.kind !== 'in' || next.at !== punch.at) return false;
  if (open !== null && punch.at - open.at <= rules.longestSpellSeconds) return false;
  const ends = after !== undefined && (after.kind === 'job-change' || !startsSpell(after.kind));
  return !(ends && after.at - next.at <= rules.longestSpellSeconds);
}

function takePunch(
  pairing: Pairing,
  punch: EffectivePunch,
  rulesAt: (punch: EffectivePunch) => PairingRules,
): void {
  const { open, previous, rules } = pairing;
  pairing.previous = punch;
  if (
    previous !== null &&
    previous.kind === punch.kind &&
    punch.at - previous.at <= rules.repeatWindowSeconds &&
    // Two jobs within the window are two changes.
    (punch.kind !== 'job-change' || punch.job === previous.job)
  ) {
    pairing.shift.repeats = withPunch(pairing.shift.repeats, punch);
    return;
  }
  const isReachable = open !== null && punch.at - open.at <= rules.longestSpellSeconds;
  if (punch.kind === 'job-change' && isReachable) {
    pairing.spells.push({ in: open, out: punch });
    pairing.open = punch;
  } else if (punch.kind === 'undirected' ? !isReachable : startsSpell(punch.kind)) {
    // An undirected punch ends what is open and starts something where nothing is.
    missOut(pairing);
    // Coming back from a meal or break continues the shift, however long the way there took.
    const returns = punch.kind === 'meal-in' || punch.kind === 'break-in';
    goOnOrStart(pairing, punch, returns ? rules.longestSpellSeconds : rules.shiftGapSeconds, rulesAt);
    pairing.open = punch;
  } else if (isReachable) {
    pairing.spells.push({ in: open, out: punch });
    pairing.open = null;
  } else {
    missOut(pairing);
    goOnOrStart(pairing, punch, rules.shiftGapSeconds, rulesAt);
    pairing.shift.missingIn = withPunch(pairing.shift.missingIn, punch);
  }
  pairing.lastAt = punch.at;
}

/** What is open, if anything, has met no out. */
function missOut({ shift, open }: Pairing): void {
  if (open !== null) shift.missingOut = withPunch(shift.missingOut, open);
}

/** A list with one more punch; in place, but for the shared empty one. */
function withPunch(list: EffectivePunch[], punch: EffectivePunch): EffectivePunch[] {
  if (list.length === 0) return [punch];
  list.push(punch);
  return list;
}

/** Continues the current shift, or starts a new one after a gap longer than `gap`, by the rules in force when it starts. */
function goOnOrStart(
  pairing: Pairing,
  punch: EffectivePunch,
  gap: number,
  rulesAt: (punch: EffectivePunch) => PairingRules,
): void {
  pairing.open = null;
  if (punch.at - pairing.lastAt <= gap) return;
  pairing.rules = rulesAt(punch);
  endShift(pairing);
  pairing.shift = emptyShift();
  pairing.shifts.push(pairing.shift);
}

/** Gives a shift its spells. */
function endShift(pairing: Pairing): void {
  const { shift, spells, firstSpell } = pairing;
  if (spells.length === firstSpell) return;
  shift.spells = spells.slice(firstSpell);
  pairing.firstSpell = spells.length;
}
