import type { MakePayPeriodsRequest } from '@heath/contract';
import {
  type PayPeriod,
  payDayOf,
  payPeriods,
  type Scheme,
  schemeSays,
  type Workday,
  workday,
  workdayInWords,
  workdayToIso,
} from '@heath/core';
import { Problem } from '../../base/problem.ts';
import type { Reads } from '../../database/connect.ts';
import { PAID_AFTER_DAYS } from '../../pay/batch-lines.ts';
import { allPeriods, allSchedules, holidays, payGroups, schedulesOfGroups, workDone } from './store.ts';

/** What is to be done with the periods of one schedule. */
export interface Part {
  /** Null: it is to be made, with this name and scheme. */
  readonly scheduleId: number | null;
  readonly name: string;
  readonly scheme: Scheme | null;
  readonly groups: readonly { readonly id: number; readonly name: string }[];
  /** The first day that follows this schedule. */
  readonly from: Workday;
  readonly added: readonly PayPeriod[];
  /** What is added to that, so that no day before the change is left out. */
  readonly until: readonly (PayPeriod & { readonly scheduleId: number })[];
  readonly cut: readonly (Span & { readonly was: Workday; readonly payDay: Workday })[];
  readonly removed: readonly (Span & { readonly isWhole: boolean })[];
}

interface Span {
  readonly id: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
}

type Group = Part['groups'][number];
type Period = Awaited<ReturnType<typeof allPeriods>>[number];
type Schedule = Awaited<ReturnType<typeof allSchedules>>[number];

const MOST_DAYS_AHEAD = 5 * 366;

/** All that a plan is made from. */
interface Known {
  readonly groups: readonly Group[];
  readonly schedules: ReadonlyMap<number, Schedule>;
  readonly periods: readonly Period[];
  /** The schedule that a group has last, and since when. */
  readonly last: ReadonlyMap<number, { readonly scheduleId: number; readonly firstDay: Workday }>;
  readonly isHoliday: (day: Workday) => boolean;
}

async function known(queries: Reads): Promise<Known> {
  const days = new Set((await holidays(queries)).map(({ day }) => day));
  return {
    groups: await payGroups(queries),
    schedules: new Map((await allSchedules(queries)).map((one) => [one.id, one])),
    periods: await allPeriods(queries),
    last: new Map((await schedulesOfGroups(queries)).map((one) => [one.groupId, one])),
    isHoliday: (day) => days.has(day),
  };
}

const invalid = (field: string, says: string) => new Problem(422, 'invalid', says, { field });

/**
 * What making periods would do, schedule by schedule: those that are added, and where the groups change to another scheme, those that are
 * shortened or no longer are. No day of a group lies in two periods or in none.
 *
 * @throws Problem where it cannot be done: what is wrong, and what would be right
 */
export async function planned(
  queries: Reads,
  { groups, until, change }: MakePayPeriodsRequest,
): Promise<Part[]> {
  const all = await known(queries);
  const chosen = [...new Set(groups)].map((id) => {
    const group = all.groups.find((one) => one.id === id);
    if (group === undefined) throw invalid('groups', 'There is no such pay group.');
    return group;
  });
  const bySchedule = new Map<number | null, Group[]>();
  for (const group of chosen) {
    const id = all.last.get(group.id)?.scheduleId ?? null;
    bySchedule.set(id, [...(bySchedule.get(id) ?? []), group]);
  }
  if (change === null) return [...bySchedule].map(([id, own]) => goingOn(all, id, own, until));
  if (until < change.from) throw invalid('until', 'The last day is before the change. Give a later one.');
  bounded(change.from, until);
  const added = payPeriods(change.scheme, change.from, until, all.isHoliday);
  const parts: Part[] = [];
  for (const [id, own] of bySchedule)
    parts.push(await changing(queries, all, id, own, change.from, change.scheme, added));
  return joined(parts);
}

function bounded(from: Workday, until: Workday): void {
  if (until - from > MOST_DAYS_AHEAD)
    throw invalid('until', 'Periods are made for at most five years at once.');
}

function goingOn(all: Known, scheduleId: number | null, groups: readonly Group[], until: Workday): Part {
  const names = groups.map(({ name }) => name).join(', ');
  const schedule = scheduleId === null ? undefined : all.schedules.get(scheduleId);
  if (scheduleId === null || schedule === undefined || schedule.scheme === null)
    throw invalid('change', `Nothing says yet how the periods of ${names} follow one another. Say it first.`);
  const lastDay = all.periods.findLast((one) => one.scheduleId === scheduleId)?.lastDay;
  const since = all.last.get(groups[0]?.id ?? 0)?.firstDay;
  const from = lastDay === undefined ? since : workday(lastDay + 1);
  if (from === undefined || until < from)
    throw invalid(
      'until',
      `There are periods of ${names} until ${lastDay === undefined ? 'then' : workdayToIso(lastDay)} already. Give a later day.`,
    );
  bounded(from, until);
  const { scheme, name } = schedule;
  // All groups that have the schedule have its periods.
  const sharing = all.groups.filter(({ id }) => all.last.get(id)?.scheduleId === scheduleId);
  return {
    scheduleId,
    name,
    scheme,
    groups: sharing,
    from,
    added: payPeriods(scheme, from, until, all.isHoliday),
    until: [],
    cut: [],
    removed: [],
  };
}

/** Some groups of a schedule go over to another scheme. */
async function changing(
  queries: Reads,
  all: Known,
  scheduleId: number | null,
  groups: readonly Group[],
  from: Workday,
  scheme: Scheme,
  added: readonly PayPeriod[],
): Promise<Part> {
  const names = groups.map(({ name }) => name).join(', ');
  const schedule = scheduleId === null ? undefined : all.schedules.get(scheduleId);
  const part = { scheduleId: null, name: freeName(all, schemeSays(scheme)), scheme, groups, from, added };
  if (scheduleId === null || schedule === undefined) return { ...part, until: [], cut: [], removed: [] };
  if (JSON.stringify(schedule.scheme) === JSON.stringify(scheme))
    throw invalid('change', `The periods of ${names} follow one another like that already.`);
  for (const { id, name } of groups) {
    const since = all.last.get(id)?.firstDay;
    if (since !== undefined && since >= from)
      throw invalid(
        'from',
        `The periods of ${name} change on ${workdayInWords(since)} already. Give a later day.`,
      );
  }
  const own = all.periods.filter((one) => one.scheduleId === scheduleId);
  const staying = all.groups.filter(
    ({ id }) => all.last.get(id)?.scheduleId === scheduleId && !groups.some((group) => group.id === id),
  );
  const until = upTo(all, schedule, own, from, names);
  const [begun, later] = [
    own.filter(({ firstDay, lastDay }) => firstDay < from && lastDay >= from),
    own.filter(({ firstDay }) => firstDay >= from),
  ];
  const straddling = begun[0] ?? until.find(({ lastDay }) => lastDay >= from);
  if (straddling !== undefined && staying.length > 0)
    throw invalid(
      'from',
      `${staying.map(({ name }) => name).join(', ')} go on as they are, so that the others change where a period begins: on ${workdayInWords(straddling.firstDay)} or ${workdayInWords(workday(straddling.lastDay + 1))}.`,
    );
  for (const one of [...begun, ...later]) {
    const done = await workDone(
      queries,
      one.id,
      groups.map(({ id }) => id),
      from,
    );
    if (done !== null)
      throw new Problem(
        409,
        'sealed',
        `The period ${workdayInWords(one.firstDay)} to ${workdayInWords(one.lastDay)} cannot change any more: ${done}. Give a later day.`,
        { field: 'from' },
      );
  }
  const end = workday(from - 1);
  const payDay = payDayAfter(schedule.scheme, end, all.isHoliday);
  return {
    ...part,
    until: until.map((one) => ({
      ...one,
      ...(one.lastDay > end ? { lastDay: end, payDay } : {}),
      scheduleId,
    })),
    cut: begun.map(({ id, firstDay, lastDay }) => ({ id, firstDay, lastDay: end, was: lastDay, payDay })),
    removed: later.map(({ id, firstDay, lastDay }) => ({
      id,
      firstDay,
      lastDay,
      isWhole: staying.length === 0,
    })),
  };
}

/** When people are paid for a period that ends on a day, also where nothing says how its schedule goes on. */
const payDayAfter = (
  scheme: Scheme | null,
  lastDay: Workday,
  isHoliday: (day: Workday) => boolean,
): Workday => (scheme === null ? workday(lastDay + PAID_AFTER_DAYS) : payDayOf(scheme, lastDay, isHoliday));

/** The periods that are lacking between the last one of a schedule and a day. */
function upTo(
  all: Known,
  { scheme }: Schedule,
  own: readonly Period[],
  from: Workday,
  names: string,
): readonly PayPeriod[] {
  const last = own.at(-1)?.lastDay;
  if (last === undefined || last >= from - 1) return [];
  if (scheme === null)
    throw invalid(
      'from',
      `The periods of ${names} end on ${workdayInWords(last)}: the change begins on the day after it.`,
    );
  bounded(last, from);
  return payPeriods(scheme, workday(last + 1), workday(from - 1), all.isHoliday);
}

/** Groups that come from several schedules share the one that they go over to. */
function joined(parts: readonly Part[]): Part[] {
  const [first, ...others] = parts;
  if (first === undefined || others.length === 0) return [...parts];
  return [
    {
      ...first,
      groups: parts.flatMap(({ groups }) => groups),
      until: parts.flatMap(({ until }) => until),
      cut: parts.flatMap(({ cut }) => cut),
      removed: parts.flatMap(({ removed }) => removed),
    },
  ];
}

/** A name that no schedule has yet. */
function freeName({ schedules }: Known, says: string): string {
  const taken = new Set([...schedules.values()].map(({ name }) => name));
  if (!taken.has(says)) return says;
  for (let i = 2; ; i++) if (!taken.has(`${says} (${i})`)) return `${says} (${i})`;
}
