import {
  firstInstantOf,
  type Instant,
  instant,
  type PunchKind,
  SECONDS_PER_DAY,
  type Workday,
  wallClock,
  workday,
  type ZoneOffsets,
} from '@heath/core';
import { CURRENT_PERIOD, type DemoPerson, FIRST_PERIOD } from './company.ts';
import { between, randomFrom } from './random.ts';

export interface DemoPlan {
  readonly person: DemoPerson;
  readonly day: Workday;
  readonly startsAt: Instant;
  readonly endsAt: Instant;
}

export interface DemoPunch {
  readonly person: DemoPerson;
  readonly at: Instant;
  readonly kind: PunchKind;
}

export interface PunchOptions {
  /** Everybody punches their meals, as a large company's file is made for measuring. */
  readonly everyMealPunched?: boolean;
}

const SEED = 20261019;

/** The shift a person is meant to work on a day; null on a day off. */
export function planOf(person: DemoPerson, day: Workday, offsets: ZoneOffsets): DemoPlan | null {
  if (day < person.firstDay || (person.lastDay !== null && day > person.lastDay)) return null;
  if (person.roster[(day - FIRST_PERIOD) % 14] !== 'x') return null;
  const wall = (minutes: number) => firstInstantOf(offsets, wallClock(day * SECONDS_PER_DAY + minutes * 60));
  return { person, day, startsAt: wall(person.pattern.start), endsAt: wall(person.pattern.end) };
}

/** What is wrong with some days of the current period, by the person's place in the company. */
const MESS: Readonly<Record<number, { readonly day: number; readonly drop: 'in' | 'out' }>> = {
  3: { day: 8, drop: 'out' },
  11: { day: 2, drop: 'out' },
  18: { day: 9, drop: 'in' },
  27: { day: 4, drop: 'out' },
  39: { day: 3, drop: 'in' },
  49: { day: 8, drop: 'out' },
  52: { day: 1, drop: 'out' },
  61: { day: 10, drop: 'out' },
};

/** One person's punches on one day, in order of time. The same for the same person and day, whatever else is generated. */
export function punchesOf(
  person: DemoPerson,
  day: Workday,
  offsets: ZoneOffsets,
  options: PunchOptions = {},
): DemoPunch[] {
  const plan = planOf(person, day, offsets);
  if (plan === null) return [];
  const random = randomFrom(SEED, person.index, day);
  const punches: DemoPunch[] = [];
  const push = (kind: PunchKind, at: number) =>
    punches.push({ person, kind: person.department.undirected ? 'undirected' : kind, at: instant(at) });

  const early = between(random, -9 * 60, 6 * 60);
  // One day in six runs long.
  const late = random() < 1 / 6 ? between(random, 25 * 60, 190 * 60) : between(random, -4 * 60, 12 * 60);
  const mealFrom = plan.startsAt + 4 * 3600 + between(random, -20 * 60, 20 * 60);
  const mealLength = between(random, 24 * 60, 41 * 60);
  const restFrom = plan.startsAt + 2 * 3600 + between(random, -10 * 60, 10 * 60);

  push('in', plan.startsAt + early);
  if (random() < 0.19 && !person.department.undirected) {
    push('break-out', restFrom);
    push('break-in', restFrom + between(random, 7 * 60, 17 * 60));
  }
  if (person.department.punchesMeals || options.everyMealPunched) {
    push('meal-out', mealFrom);
    push('meal-in', mealFrom + mealLength);
  }
  push('out', plan.endsAt + late);

  const mess = MESS[person.index];
  // Where the roster has a day off on the messy day, the next day at work is the messy one.
  if (mess !== undefined && isMessy(person, day, mess.day, offsets)) {
    return mess.drop === 'in' ? punches.slice(1) : punches.slice(0, -1);
  }
  return punches;
}

function isMessy(person: DemoPerson, day: Workday, messyDay: number, offsets: ZoneOffsets): boolean {
  let candidate = workday(CURRENT_PERIOD + messyDay);
  while (candidate < CURRENT_PERIOD + 13 && planOf(person, candidate, offsets) === null) {
    candidate = workday(candidate + 1);
  }
  return candidate === day;
}
