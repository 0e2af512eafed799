import type { ExceptionInput, Proposal, ShiftTimes } from '../model/exception.ts';
import type { EffectivePunch } from '../model/punch.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import { type Instant, instant, SECONDS_PER_DAY, wallClock, workday } from '../time/units.ts';
import { firstInstantOf, wallOf } from '../time/zone.ts';
import { ranked } from './sureness.ts';

/** Others count as crew, and other days as alike, where the known end lies within this of the known punch. */
const ALIKE_SECONDS = 3600;
const LEAST_CREW = 2;
const LEAST_DAYS = 3;

/** The punches beside one, wherever they lie. */
export interface Between {
  readonly after: number;
  readonly before: number;
}

/** The middle one of some numbers; there is at least one. */
const middle = (numbers: readonly number[]): number =>
  itemAt(
    numbers.toSorted((a, b) => a - b),
    numbers.length >> 1,
  );

/**
 * Times at which the missing end of a spell may lie, each with what speaks for it: the plan, what the crew around them did,
 * what this person usually does. None is further off than the longest spell. The surest first.
 *
 * @param missing which end is not there
 * @param punch the end that is
 * @param between the punches before and after it
 * @param known where the shift itself starts, for a missing out, or ends, for a missing in: what others and other days are compared by
 */
export function propose(
  missing: 'in' | 'out',
  punch: EffectivePunch,
  known: Instant,
  between: Between,
  input: ExceptionInput,
): Proposal[] {
  const proposals: Proposal[] = [];
  const { pairing } = input.rulesOn(workday(Math.floor(punch.at / SECONDS_PER_DAY)));
  const { longestSpellSeconds } = pairing;
  const fits = (at: number) =>
    missing === 'out'
      ? at > punch.at && at <= punch.at + longestSpellSeconds && at <= between.before
      : at < punch.at && at >= punch.at - longestSpellSeconds && at >= between.after;
  const planned =
    missing === 'out'
      ? input.plans.find((plan) => fits(plan.endsAt))?.endsAt
      : input.plans.findLast((plan) => fits(plan.startsAt))?.startsAt;
  if (planned !== undefined) proposals.push({ at: planned, from: 'plan' });

  const crew: Instant[] = [];
  for (const { startsAt, endsAt } of input.crew) {
    const [alike, other] = missing === 'out' ? [startsAt, endsAt] : [endsAt, startsAt];
    if (Math.abs(alike - known) <= ALIKE_SECONDS && fits(other)) crew.push(other);
  }
  if (crew.length >= LEAST_CREW)
    proposals.push({ at: instant(middle(crew)), from: 'crew', people: crew.length });

  const habit = habitOf(missing, punch.zone, known, input);
  if (habit !== null && fits(habit.at)) proposals.push(habit);
  return ranked(proposals);
}

/** At most so many days tell what is usual: those nearest to it. */
const MOST_DAYS = 6;

/**
 * The time on the wall clock at which this person's other shifts like this one ended, or started: on the same day of the week where enough
 * of those are known, else on whichever days.
 */
function habitOf(
  missing: 'in' | 'out',
  zone: string,
  known: Instant,
  input: ExceptionInput,
): Proposal | null {
  const others = usualDays(missing, zone, known, input);
  const offsets = input.zones.of(zone);
  const alike = others.filter(({ days }) => days % DAYS_PER_WEEK === 0);
  const chosen = (alike.length < LEAST_DAYS ? others : alike).slice(0, MOST_DAYS);
  if (chosen.length < LEAST_DAYS) return null;
  const at = firstInstantOf(offsets, wallClock(middle(chosen.map(({ wall }) => wall))));
  return { at, from: 'habit', days: chosen.length };
}

const DAYS_PER_WEEK = 7;

/** When the missing end of this shift would have been as on another day, and how many days away that is; the nearest first. */
function usualDays(
  missing: 'in' | 'out',
  zone: string,
  known: Instant,
  { shifts, earlier, zones }: ExceptionInput,
): { readonly days: number; readonly wall: number }[] {
  const offsets = zones.of(zone);
  const wall = wallOf(offsets, known);
  const others: { days: number; wall: number }[] = [];
  const add = ({ startsAt, endsAt }: ShiftTimes) => {
    const [alike, other] = missing === 'out' ? [startsAt, endsAt] : [endsAt, startsAt];
    const apart = wallOf(offsets, alike) - wall;
    const days = Math.round(apart / SECONDS_PER_DAY);
    // A shift that lacks the same end is the one in question, or no better.
    if (days === 0 || Math.abs(apart - days * SECONDS_PER_DAY) > ALIKE_SECONDS) return;
    others.push({ days, wall: wallOf(offsets, other) - days * SECONDS_PER_DAY });
  };
  for (const { spells } of shifts)
    if (spells.length > 0) add({ startsAt: itemAt(spells, 0).in.at, endsAt: lastOf(spells).out.at });
  earlier.forEach(add);
  return others.sort((a, b) => Math.abs(a.days) - Math.abs(b.days) || a.days - b.days);
}
