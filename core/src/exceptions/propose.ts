import type { EffectivePunch } from '../effective/types.ts';
import { type Instant, instant, SECONDS_PER_DAY, wallClock } from '../units.ts';
import { firstInstantOf, wallOf } from '../zone/zone.ts';
import type { ExceptionInput, Proposal } from './types.ts';

/** Others count as crew, and other days as alike, where the known end lies within this of the known punch. */
const ALIKE_SECONDS = 3600;
const LEAST_CREW = 2;
const LEAST_DAYS = 3;

const middle = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[numbers.length >> 1]!;

/**
 * Times at which the missing end of a spell may lie, each with what speaks for it: the plan, what the crew around them did,
 * what this person usually does. None is further off than the longest spell.
 *
 * @param missing which end is not there
 * @param punch the end that is
 */
export function propose(missing: 'in' | 'out', punch: EffectivePunch, input: ExceptionInput): Proposal[] {
  const proposals: Proposal[] = [];
  const { longestSpellSeconds } = input.rulesOn(Math.floor(punch.at / SECONDS_PER_DAY) as never);
  const fits = (at: number) =>
    missing === 'out'
      ? at > punch.at && at <= punch.at + longestSpellSeconds
      : at < punch.at && at >= punch.at - longestSpellSeconds;
  const planned =
    missing === 'out'
      ? input.plans.find((plan) => fits(plan.endsAt))?.endsAt
      : input.plans.findLast((plan) => fits(plan.startsAt))?.startsAt;
  if (planned !== undefined) proposals.push({ at: planned, from: 'plan' });

  const crew = input.crew
    .map(({ startsAt, endsAt }) => (missing === 'out' ? [startsAt, endsAt] : [endsAt, startsAt]))
    .filter(([known, other]) => Math.abs(known! - punch.at) <= ALIKE_SECONDS && fits(other!))
    .map(([, other]) => other!);
  if (crew.length >= LEAST_CREW)
    proposals.push({ at: instant(middle(crew)), from: 'crew', people: crew.length });

  const habit = habitOf(missing, punch, input);
  if (habit !== null && fits(habit.at)) proposals.push(habit);
  return proposals;
}

/** The time on the wall clock at which this person's other shifts like this one ended, or started. */
function habitOf(
  missing: 'in' | 'out',
  punch: EffectivePunch,
  { shifts, zones }: ExceptionInput,
): Proposal | null {
  const offsets = zones.of(punch.zone);
  const wall = wallOf(offsets, punch.at);
  const ofDay = (at: Instant) => wallOf(offsets, at) % SECONDS_PER_DAY;
  const distances: number[] = [];
  for (const { spells } of shifts) {
    if (spells.length === 0) continue;
    const start = spells[0]!.in.at;
    const end = spells[spells.length - 1]!.out.at;
    const known = missing === 'out' ? start : end;
    const apart = Math.abs(ofDay(known) - (wall % SECONDS_PER_DAY));
    if (known === punch.at || Math.min(apart, SECONDS_PER_DAY - apart) > ALIKE_SECONDS) continue;
    // How far the other end lies from the punch's own time of day, as the wall clock shows it.
    const day = Math.round((wallOf(offsets, known) - wall) / SECONDS_PER_DAY) * SECONDS_PER_DAY;
    distances.push(wallOf(offsets, missing === 'out' ? end : start) - day);
  }
  if (distances.length < LEAST_DAYS) return null;
  return { at: firstInstantOf(offsets, wallClock(middle(distances))), from: 'habit', days: distances.length };
}
