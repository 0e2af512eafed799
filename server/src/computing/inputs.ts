import {
  type CompiledRulebook,
  type Correction,
  type CorrectionId,
  type Instant,
  inputSpan,
  instant,
  type JobId,
  type PersonId,
  type PersonInput,
  type Plan,
  type Punch,
  type PunchId,
  SECONDS_PER_DAY,
  type Workday,
  ZoneTables,
} from '@heath/core';
import { and, between, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { correction, person, plan, punch, site } from '../database/schema.ts';
import { rulebooksOn } from './rulebooks.ts';

export interface PeriodSpan {
  readonly id: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
}

/** What everybody's computation in one period shares. Read once, then used for any number of people. */
export interface PeriodInputs {
  readonly period: PeriodSpan;
  readonly rulebooks: ReadonlyMap<number, CompiledRulebook>;
  readonly zoneOf: ReadonlyMap<number, string>;
  readonly zones: ZoneTables;
  /** The instants whose punches matter, generous by a day for zones far from UTC. */
  readonly from: Instant;
  readonly to: Instant;
}

/** A pay group without a rulebook in force cannot be computed: that is an error of the set-up. */
function rulebookOf(inputs: PeriodInputs, groupId: number): CompiledRulebook {
  const rulebook = inputs.rulebooks.get(groupId);
  if (rulebook === undefined)
    throw new Error(`Pay group ${groupId} has no rulebook in force on its period's first day.`);
  return rulebook;
}

const zonesByPeriod = new Map<number, ZoneTables>();

export async function periodInputs(queries: Queries, period: PeriodSpan): Promise<PeriodInputs> {
  const rulebooks = await rulebooksOn(queries, period.firstDay);
  const sites = await queries.select({ id: site.id, zone: site.zone }).from(site);
  let from = period.firstDay;
  let to = period.lastDay;
  for (const rulebook of rulebooks.values()) {
    const span = inputSpan(period.firstDay, period.lastDay, rulebook);
    if (span.first < from) from = span.first;
    if (span.last > to) to = span.last;
  }
  const fromInstant = instant((from - 1) * SECONDS_PER_DAY);
  const toInstant = instant((to + 2) * SECONDS_PER_DAY);
  let zones = zonesByPeriod.get(period.id);
  if (zones === undefined) {
    zones = ZoneTables.around(fromInstant, toInstant);
    zonesByPeriod.set(period.id, zones);
  }
  return {
    period,
    rulebooks,
    zoneOf: new Map(sites.map((s) => [s.id, s.zone])),
    zones,
    from: fromInstant,
    to: toInstant,
  };
}

/** The inputs of these people's cards in one period, in the order of `personIds`. */
export async function personInputs(
  queries: Queries,
  inputs: PeriodInputs,
  people: readonly { readonly id: PersonId; readonly groupId: number }[],
  asOf: Instant,
): Promise<PersonInput[]> {
  if (people.length === 0) return [];
  const ids = people.map((p) => p.id);
  const punches = new Map<number, Punch[]>(ids.map((id) => [id, []]));
  const corrections = new Map<number, Correction[]>(ids.map((id) => [id, []]));
  const plans = new Map<number, Plan[]>(ids.map((id) => [id, []]));
  const zoneOf = (siteId: number) => inputs.zoneOf.get(siteId)!;

  const punchRows = await queries
    .select({
      personId: punch.personId,
      at: punch.at,
      kind: punch.kind,
      id: punch.id,
      siteId: punch.siteId,
      jobId: punch.jobId,
    })
    .from(punch)
    .where(and(inArray(punch.personId, ids), between(punch.at, inputs.from, inputs.to)))
    .orderBy(punch.personId, punch.at);
  for (const row of punchRows) {
    punches.get(row.personId)!.push({
      id: row.id as PunchId,
      at: row.at as Instant,
      kind: row.kind,
      zone: zoneOf(row.siteId),
      job: row.jobId as JobId | null,
      department: null,
    });
  }
  for (const row of await queries.select().from(correction).where(inArray(correction.personId, ids))) {
    corrections.get(row.personId)!.push(toCorrection(row, zoneOf));
  }
  const planRows = await queries
    .select()
    .from(plan)
    .where(and(inArray(plan.personId, ids), between(plan.startsAt, inputs.from, inputs.to)))
    .orderBy(plan.personId, plan.startsAt);
  for (const row of planRows) {
    plans.get(row.personId)!.push({
      workday: row.workday,
      startsAt: row.startsAt as Instant,
      endsAt: row.endsAt as Instant,
      job: row.jobId as JobId | null,
      department: null,
    });
  }
  return people.map(({ id, groupId }) => ({
    first: inputs.period.firstDay,
    last: inputs.period.lastDay,
    punches: punches.get(id)!,
    corrections: corrections.get(id)!,
    plans: plans.get(id)!,
    rulebook: rulebookOf(inputs, groupId),
    zones: inputs.zones,
    asOf,
  }));
}

function toCorrection(row: typeof correction.$inferSelect, zoneOf: (siteId: number) => string): Correction {
  const id = row.id as CorrectionId;
  switch (row.kind) {
    case 'add':
      return {
        id,
        kind: 'add',
        at: row.at as Instant,
        punchKind: row.punchKind!,
        zone: zoneOf(row.siteId!),
        job: row.jobId as JobId | null,
        department: null,
      };
    case 'move':
      return { id, kind: 'move', punch: row.punchId as PunchId, at: row.at as Instant };
    case 'drop':
      return { id, kind: 'drop', punch: row.punchId as PunchId };
    case 'undo':
      return { id, kind: 'undo', undoes: row.undoes as CorrectionId };
  }
}

/** The person of a card; null where there is none. */
export async function personOf(queries: Queries, personId: number) {
  const [row] = await queries
    .select({ id: person.id, groupId: person.groupId, siteId: person.siteId })
    .from(person)
    .where(eq(person.id, personId));
  return row === undefined ? null : { ...row, id: row.id as PersonId };
}
