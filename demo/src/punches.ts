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
import { CURRENT_PERIOD, type DemoPerson, FIRST_PERIOD, type JOBS, LEAVE } from './company.ts';
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
  /** Where it is not the person's own. */
  readonly job?: (typeof JOBS)[number];
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

/** Days of the current period on which somebody did not come, or came late. */
const ABSENT: Readonly<Record<number, number>> = { 7: 3, 42: 7 };
const LATE: Readonly<Record<number, number>> = { 12: 4, 38: 1 };
/** Who left three hours early, and who stayed through the night after their shift. */
const EARLY: Readonly<Record<number, number>> = { 56: 9 };
const VERY_LONG: Readonly<Record<number, number>> = { 8: 1 };
/** Whose plan says the morning, who came in the evening. */
const SWAPPED: Readonly<Record<number, number>> = { 24: 2 };
/** Who clocked twice at once, with a badge and at the boat's own clock. */
const TWICE: Readonly<Record<number, number>> = { 6: 7 };
/** Who changed from one job to another in the middle of a day. */
const JOB_CHANGE: Readonly<Record<number, { readonly day: number; readonly to: (typeof JOBS)[number] }>> = {
  54: { day: 3, to: 'Berth maintenance' },
};

/** The night of the storm, and whom it called out after their day's work. */
const STORM_DAY = 9;
const STORM_CREW = [0, 4, 16];

function stormPunches(person: DemoPerson, day: Workday, offsets: ZoneOffsets): DemoPunch[] {
  if (day !== CURRENT_PERIOD + STORM_DAY || !STORM_CREW.includes(person.index)) return [];
  const at = (minutes: number) => firstInstantOf(offsets, wallClock(day * SECONDS_PER_DAY + minutes * 60));
  const minutes = 20 * 60 + 31 + person.index;
  return [
    { person, at: at(minutes), kind: 'in', job: 'Storm duty' },
    { person, at: at(minutes + 94), kind: 'out', job: 'Storm duty' },
  ];
}

/** One person's punches on one day, in order of time. The same for the same person and day, whatever else is generated. */
export function punchesOf(
  person: DemoPerson,
  day: Workday,
  offsets: ZoneOffsets,
  options: PunchOptions = {},
): DemoPunch[] {
  const storm = stormPunches(person, day, offsets);
  const plan = planOf(person, day, offsets);
  const ofPeriod = day - CURRENT_PERIOD;
  if (plan === null || LEAVE[person.index]?.includes(ofPeriod) || ABSENT[person.index] === ofPeriod)
    return storm;
  const random = randomFrom(SEED, person.index, day);
  const punches: DemoPunch[] = [];
  const push = (kind: PunchKind, at: number) =>
    punches.push({ person, kind: person.department.undirected ? 'undirected' : kind, at: instant(at) });

  const is = (days: Readonly<Record<number, number>>) => isMessy(person, day, days[person.index], offsets);
  const late = LATE[person.index] === ofPeriod ? 47 * 60 : 0;
  const early = between(random, -9 * 60, 6 * 60) + late;
  // One day in six runs long.
  const over = random() < 1 / 6 ? between(random, 25 * 60, 190 * 60) : between(random, -4 * 60, 12 * 60);
  const mealFrom = between(random, -20 * 60, 20 * 60) + 4 * 3600;
  const mealLength = between(random, 24 * 60, 41 * 60);
  const restFrom = between(random, -10 * 60, 10 * 60) + 2 * 3600;
  const came = plan.startsAt + (is(SWAPPED) ? 8 * 3600 : 0);
  const left =
    plan.endsAt + (came - plan.startsAt) + (is(EARLY) ? -3 * 3600 : is(VERY_LONG) ? 5.1 * 3600 : over);

  push('in', came + early);
  if (random() < 0.19 && !person.department.undirected) {
    push('break-out', came + restFrom);
    push('break-in', came + restFrom + between(random, 7 * 60, 17 * 60));
  }
  if (person.department.punchesMeals || options.everyMealPunched) {
    push('meal-out', came + mealFrom);
    push('meal-in', came + mealFrom + mealLength);
  }
  push('out', left);

  const change = JOB_CHANGE[person.index];
  if (change !== undefined && isMessy(person, day, change.day, offsets))
    punches.push({ person, at: instant(came + 5 * 3600), kind: 'job-change', job: change.to });
  if (is(TWICE)) {
    push('in', came + 25 * 60);
    push('out', left - 20 * 60);
  }
  const mess = MESS[person.index];
  // Where the roster has a day off on the messy day, the next day at work is the messy one.
  if (mess !== undefined && isMessy(person, day, mess.day, offsets)) {
    return [...(mess.drop === 'in' ? punches.slice(1) : punches.slice(0, -1)), ...storm];
  }
  return [...punches.sort((a, b) => a.at - b.at), ...storm];
}

function isMessy(
  person: DemoPerson,
  day: Workday,
  messyDay: number | undefined,
  offsets: ZoneOffsets,
): boolean {
  if (messyDay === undefined || day < CURRENT_PERIOD) return false;
  let candidate = workday(CURRENT_PERIOD + messyDay);
  while (candidate < CURRENT_PERIOD + 13 && planOf(person, candidate, offsets) === null) {
    candidate = workday(candidate + 1);
  }
  return candidate === day;
}
