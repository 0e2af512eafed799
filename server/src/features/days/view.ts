import { DAY_APPROVALS, type DayReply } from '@heath/contract';
import {
  DAY_STATES,
  type DayAccount,
  firstInstantOf,
  type PersonId,
  SECONDS_PER_DAY,
  type Workday,
  wallClock,
  type ZoneTables,
} from '@heath/core';
import { none } from '../../base/none.ts';
import { jsonOffsets } from '../../cards/view.ts';
import { readAccount } from '../../packed/days.ts';
import { byPerson } from '../../records/by-person.ts';
import type { DayRows } from './store.ts';

/** The axis where nothing was planned and nobody came. */
const NO_AXIS = { from: 6 * 3600, to: 18 * 3600 };

const NO_PLANS: DayRows['plans'] = [];

/** The reply's columns while they are filled. */
const emptyColumns = () => ({
  names: [''],
  personId: none<PersonId>(),
  number: [] as string[],
  name: [] as string[],
  department: [] as number[],
  site: [] as number[],
  job: [] as number[],
  supervisor: [] as number[],
  groupId: [] as number[],
  zone: [] as number[],
  state: [] as number[],
  payableHours: [] as number[],
  overtimeHours: [] as number[],
  toSettle: [] as number[],
  approval: [] as number[],
});

/** Tells the place of each name, and keeps it where it is new. */
function namesIn(names: string[]) {
  const places = new Map(names.map((name, place) => [name, place]));
  return (name: string): number => {
    const known = places.get(name);
    if (known !== undefined) return known;
    places.set(name, names.length);
    return names.push(name) - 1;
  };
}

/** Everybody of a day by name, and an axis that holds what was planned and clocked on it. */
export function dayColumns(
  read: DayRows,
  day: Workday,
  zones: ZoneTables,
): Pick<DayReply, 'people' | 'zones' | 'axis'> {
  const people = emptyColumns();
  const named = namesIn(people.names);
  const placesOf = (rows: readonly { readonly id: number; readonly name: string }[]) =>
    new Map(rows.map(({ id, name }) => [id, named(name)]));
  const [departments, sites, jobs] = [placesOf(read.departments), placesOf(read.sites), placesOf(read.jobs)];
  const midnightAt = new Map<number, number>(
    read.sites.map(({ id, zone }) => [id, firstInstantOf(zones.of(zone), wallClock(day * SECONDS_PER_DAY))]),
  );
  const zoneNames = [...new Set(read.sites.map(({ zone }) => zone))];
  const zoneAt = new Map(read.sites.map(({ id, zone }) => [id, zoneNames.indexOf(zone)]));
  const nameOf = new Map<number, string>(read.people.map(([id, , name]) => [id, name]));
  const [plansOf, approvalsOf] = [byPerson(read.plans), byPerson(read.approvals)];
  const cardOf = new Map(read.cards.map((values) => [values[0], values]));
  const axis = { from: Number.POSITIVE_INFINITY, to: Number.NEGATIVE_INFINITY };
  for (const [personId, number, name] of read.people) {
    const values = cardOf.get(personId);
    if (values === undefined) continue;
    const [, departmentId, siteId, supervisorId, groupId, input, computed, packed] = values;
    // A sealed card shows what was handed off, an open one nothing while it is being computed.
    const isStale = input !== computed && !read.sealed.has(groupId);
    const account = readAccount(packed, day);
    const plans = plansOf.get(personId) ?? NO_PLANS;
    const midnight = midnightAt.get(siteId) ?? 0;
    const reach = (at: number | null) => {
      if (at === null) return;
      axis.from = Math.min(axis.from, at - midnight);
      axis.to = Math.max(axis.to, at - midnight);
    };
    reach(account.from);
    reach(account.to);
    for (const plan of plans) {
      reach(plan.startsAt);
      reach(plan.endsAt);
    }
    people.personId.push(personId);
    people.number.push(number);
    people.name.push(name);
    people.department.push(departments.get(departmentId) ?? 0);
    people.site.push(sites.get(siteId) ?? 0);
    people.job.push(jobs.get(plans[0]?.jobId ?? 0) ?? 0);
    people.supervisor.push(supervisorId === null ? 0 : named(nameOf.get(supervisorId) ?? ''));
    people.groupId.push(groupId);
    people.zone.push(zoneAt.get(siteId) ?? 0);
    people.state.push(isStale ? -1 : DAY_STATES.indexOf(account.state));
    people.payableHours.push(account.payableHours);
    people.overtimeHours.push(account.overtimeHours);
    people.toSettle.push(account.toSettle);
    people.approval.push(DAY_APPROVALS.indexOf(approvalOf(account, approvalsOf.get(personId), isStale)));
  }
  return {
    people,
    zones: zoneNames.map((zone) => jsonOffsets(zones.of(zone))),
    axis: axis.from < axis.to ? axis : NO_AXIS,
  };
}

function approvalOf(
  { fingerprint }: DayAccount,
  approvals: readonly { readonly fingerprint: number }[] | undefined,
  isStale: boolean,
): (typeof DAY_APPROVALS)[number] {
  if (approvals === undefined) return 'none';
  return !isStale && approvals.some((one) => one.fingerprint === fingerprint) ? 'approved' : 'changed';
}
