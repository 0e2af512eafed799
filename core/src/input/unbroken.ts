import { effectivePunches } from '../corrections/effective.ts';
import { changesOf } from '../corrections/in-force.ts';
import { type Correction, correctionKind } from '../corrections/kinds.ts';
import type { Punch } from '../model/punch.ts';
import type { Editions } from '../rulebook/editions.ts';
import type { PairingRules } from '../steps/pair/pair.ts';
import { itemAt } from '../time/item-at.ts';
import type { DaySpan, Span } from '../time/spans.ts';
import { type Instant, instant, SECONDS_PER_DAY, workday } from '../time/units.ts';

/** The punches that bear on a span: those of the unbroken runs around its ends, and all between. */
export interface Unbroken extends Span {
  /** The first run may have begun before what was read: earlier punches must be read too. */
  readonly beginsBefore: boolean;
  /** The last run may go on after what was read. */
  readonly goesOnAfter: boolean;
}

/** One person's punches and what pairing them needs. */
export interface PunchRecord {
  readonly punches: readonly Punch[];
  readonly corrections: readonly Correction[];
  readonly editions: Editions;
}

const EVER: Span = {
  from: instant(Number.NEGATIVE_INFINITY),
  to: instant(Number.POSITIVE_INFINITY),
};

/** Two punches further apart than this are neither ends of one spell nor within one shift. */
export const furthestApart = ({ longestSpellSeconds, shiftGapSeconds }: PairingRules): number =>
  Math.max(longestSpellSeconds, shiftGapSeconds);

/**
 * The instants between which punches can bear on workdays. What a punch means may hang on the one before it: punches without a kind
 * alternate, and a shift goes on for as long as no gap in it is too long. Nothing hangs on what lies before a gap in which neither a spell nor a
 * shift can lie. So whoever reads from such a gap to such a gap reads the same, wherever that is.
 *
 * @param days the workdays that must be right
 * @param read between which instants the punches given were read
 */
export function unbrokenAround(
  { punches: raw, corrections, editions }: PunchRecord,
  { first, last }: DaySpan,
  read: Span,
): Unbroken {
  const punches = effectivePunches(raw, changesOf(corrections));
  // A workday begins up to 14 hours before its date does in UTC, and a day more for what only lies near it: a plan, a rounding.
  let from = (first - 1) * SECONDS_PER_DAY - 14 * 3600;
  let to = (last + 3) * SECONDS_PER_DAY + 12 * 3600;
  for (const at of broughtFromElsewhere(corrections, { first, last })) {
    from = Math.min(from, at - SECONDS_PER_DAY);
    to = Math.max(to, at + SECONDS_PER_DAY);
  }
  let begins: number = Number.NEGATIVE_INFINITY;
  let ends: number = Number.POSITIVE_INFINITY;
  let beginsBefore = true;
  let goesOnAfter = true;
  let before: number = read.from;
  const apart = editions.furthestApartSeconds;
  for (let i = 0; i < punches.length; i++) {
    const punch = itemAt(punches, i);
    const { at } = punch;
    // A correction may have brought a punch from outside of what was read, where it says nothing of the gaps.
    if (at < read.from || at > read.to) continue;
    if (at - before > apart) {
      if (before <= from) {
        begins = at;
        beginsBefore = false;
      }
      if (at > to) {
        ends = before;
        goesOnAfter = false;
        break;
      }
    }
    before = at;
  }
  if (goesOnAfter && read.to - before > apart) {
    if (before <= from) beginsBefore = false;
    goesOnAfter = false;
  }
  return { from: instant(begins), to: instant(ends), beginsBefore, goesOnAfter };
}

/** Instants of shifts that a correction brings to one of these workdays from another. */
function broughtFromElsewhere(
  corrections: readonly Correction[],
  { first, last }: DaySpan,
): readonly Instant[] {
  return corrections.flatMap((correction) => {
    const { days = [], instants = [] } = correctionKind(correction.kind).touched(correction);
    return days.some((day) => day >= first && day <= last) ? instants : [];
  });
}

/**
 * The first and the last punch of the run around a moment: punches that follow each other without a gap long enough to end both a spell and
 * a shift. A change inside a run affects no punch outside it.
 */
export function runAround({ punches: raw, corrections, editions }: PunchRecord, at: Instant): Span {
  // As if somebody had punched then: what that would hang together with.
  const punches = effectivePunches(raw, changesOf(corrections));
  const here = punches.findLastIndex((punch) => punch.at <= at);
  const apart = editions.furthestApartSeconds;
  const hangTogether = (earlier: Instant, later: Instant): boolean => later - earlier <= apart;
  let from = at;
  for (let i = here; i >= 0; i--) {
    const punch = itemAt(punches, i);
    if (!hangTogether(punch.at, from)) break;
    from = punch.at;
  }
  let to = at;
  for (let i = here + 1; i < punches.length; i++) {
    const punch = itemAt(punches, i);
    if (!hangTogether(to, punch.at)) break;
    to = punch.at;
  }
  return { from, to };
}

/** Of somebody's whole record, the punches that can bear on workdays: as `unbrokenAround` says, and those that a correction may move there. */
export function punchesAround(record: PunchRecord, days: DaySpan): Punch[] {
  const { from, to } = unbrokenAround(record, days, EVER);
  const moved = new Set(
    record.corrections.flatMap(
      (correction) => correctionKind(correction.kind).touched(correction).punches ?? [],
    ),
  );
  return record.punches.filter(({ at, id }) => (at >= from && at <= to) || moved.has(id));
}

/** Of somebody's record: the days that the shifts which reach into some days lie on, with a day on each side for where those begin. */
export const shiftsOverOf =
  (record: PunchRecord) =>
  ({ first, last }: DaySpan): DaySpan => {
    const from = runAround(record, instant((first - 1) * SECONDS_PER_DAY)).from;
    const to = runAround(record, instant((last + 2) * SECONDS_PER_DAY)).to;
    return {
      first: workday(Math.floor(from / SECONDS_PER_DAY) - 1),
      last: workday(Math.floor(to / SECONDS_PER_DAY) + 1),
    };
  };
