import type { BadgeCandidatesReply } from '@heath/contract';
import {
  compute,
  departmentId,
  type Instant,
  instant,
  jobId,
  type Punch,
  punchId,
  SECONDS_PER_DAY,
  siteId,
  wallOf,
  workday,
} from '@heath/core';
import { and, between, eq, inArray, isNotNull, ne, or, sql } from 'drizzle-orm';
import { Problem } from '../../base/problem.ts';
import { readCards } from '../../cards/read-card.ts';
import { cardResults } from '../../cards/results.ts';
import { jsonOffsets } from '../../cards/view.ts';
import type { Reads } from '../../database/connect.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { badge, badgeOwner, card, person, plan, punch, site } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { byPerson } from '../../records/by-person.ts';
import {
  badgePunchColumns,
  ownedBy,
  ownersOf,
  siteOfPunch,
  unownedOf,
  zonesAround,
} from '../../records/owned-punches.ts';
import { reaches, type Who } from '../../rights/who.ts';

type Candidate = BadgeCandidatesReply['candidates'][number];
type Why = Pick<Candidate, 'planned' | 'hadUntil' | 'badge'>;

/** Most people that are offered. */
const MOST_CANDIDATES = 6;
/** Most punches of a badge that are compared with plans: more would say no more. */
const MOST_PUNCHES = 8;
/** Most plans around them that are looked at. */
const MOST_PLANS = 2000;
/** A punch belongs to a plan whose start or end lies no further away than this. */
const NEAR_SECONDS = 2 * 3600;

/**
 * People who may own a badge that nobody owns: who was planned when and where it was used and left no punch, who had it before, and whose
 * badge differs from it by one character. Each with the payable hours of a period, now and with the badge's punches. Those for whom most
 * speaks come first. People without a card within reach are left out.
 */
export async function listCandidates(
  { database, clock }: Pick<Context, 'database' | 'clock'>,
  who: Who,
  badgeId: number,
  periodId: number,
): Promise<BadgeCandidatesReply> {
  await periodAt(database, periodId);
  const found = await unownedPunches(database, badgeId);
  if (found === null) return { zone: null, candidates: [] };
  const { code, zone, punches, hadBy } = found;
  const why = new Map<number, { -readonly [K in keyof Why]: Why[K] }>();
  const add = (personId: number, more: Partial<Why>) =>
    why.set(personId, { ...(why.get(personId) ?? { planned: null, hadUntil: null, badge: null }), ...more });
  for (const { personId, until } of hadBy) add(personId, { hadUntil: until });
  for (const { personId, code: own } of await badgesLike(database, code)) add(personId, { badge: own });
  for (const { personId, startsAt, endsAt } of await plannedWithoutPunch(database, periodId, punches))
    if (why.get(personId)?.planned == null) add(personId, { planned: { startsAt, endsAt } });

  const weight = ({ planned, hadUntil, badge: own }: Why) =>
    Number(planned !== null) + Number(hadUntil !== null) + Number(own !== null);
  const likeliest = [...why].sort(([, a], [, b]) => weight(b) - weight(a)).slice(0, 4 * MOST_CANDIDATES);
  const cards = await readCards(
    database,
    periodId,
    likeliest.map(([personId]) => personId),
    clock.now(),
    (...all) => sendAlone(database, ...all),
    false,
  );
  const cardOf = new Map(cards.map((one) => [one.subject.personId as number, one]));
  const candidates: Candidate[] = [];
  for (const [personId, speaksFor] of likeliest) {
    const read = cardOf.get(personId);
    if (read === undefined || !reaches(who, read.subject) || candidates.length === MOST_CANDIDATES) continue;
    const payable = (own: readonly Punch[]) => {
      const input = { ...read.input, punches: own };
      return cardResults(input, compute(input)).payableHours;
    };
    candidates.push({
      personId,
      name: read.subject.name,
      number: read.subject.number,
      ...speaksFor,
      payableBeforeHours: payable(read.input.punches),
      payableAfterHours: payable([...read.input.punches, ...punches]),
    });
  }
  return { zone: jsonOffsets(zone), candidates };
}

/** The punches of a badge while nobody had it, in order of time, and who had it before; null without any. Throws 404 where there is no such badge. */
async function unownedPunches(queries: Reads, badgeId: number) {
  const [found] = await queries.select({ code: badge.code }).from(badge).where(eq(badge.id, badgeId));
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such badge.');
  const rows = await queries
    .select({
      ...badgePunchColumns,
      id: punch.id,
      kind: punch.kind,
      site: punch.siteId,
      job: punch.jobId,
      department: punch.departmentId,
    })
    .from(punch)
    .innerJoin(site, siteOfPunch)
    .where(eq(punch.badgeId, badgeId))
    .orderBy(punch.at);
  const owners = await ownersOf(queries, eq(badgeOwner.badgeId, badgeId));
  const unowned = unownedOf(rows, owners).map(
    ({ id, at, kind, zone, job, department, site: where }): Punch => ({
      id: punchId(id),
      at,
      kind,
      zone,
      job: job === null ? null : jobId(job),
      department: department === null ? null : departmentId(department),
      site: siteId(where),
    }),
  );
  const own = owners.of(badgeId);
  const [first] = unowned;
  if (first === undefined) return null;
  const zone = zonesAround(unowned).of(first.zone);
  const day = Math.floor(wallOf(zone, first.at) / SECONDS_PER_DAY);
  const hadBy = own.flatMap(({ personId, firstDay }, i) => {
    const next = own[i + 1];
    return personId === null || firstDay > day
      ? []
      : [{ personId, until: workday((next?.firstDay ?? day) - 1) }];
  });
  return { code: found.code, zone, punches: unowned, hadBy };
}

/** Owners of badges whose code differs from one by a single character, with theirs. */
async function badgesLike(queries: Reads, code: string) {
  const rows = await queries
    .select({ code: badge.code, personId: badgeOwner.personId })
    .from(badge)
    .innerJoin(badgeOwner, and(eq(badgeOwner.badgeId, badge.id), isNotNull(badgeOwner.personId)))
    .where(and(sql`CHAR_LENGTH(${badge.code}) = CHAR_LENGTH(${code})`, ne(badge.code, code)))
    .orderBy(badge.code);
  return rows.flatMap(({ code: own, personId }) =>
    personId !== null && differsByOne(own, code) ? [{ code: own, personId }] : [],
  );
}

/** True where two texts of the same length differ in exactly one place. */
export function differsByOne(a: string, b: string): boolean {
  let apart = 0;
  for (let i = 0; i < a.length && apart < 2; i++) if (a[i] !== b[i]) apart++;
  return apart === 1 && a.length === b.length;
}

/** People planned at the sites of these punches, around their times, who left no punch of their own; whose plans meet most punches first. */
async function plannedWithoutPunch(queries: Reads, periodId: number, punches: readonly Punch[]) {
  const some = punches.slice(0, MOST_PUNCHES);
  const [first, last] = [some[0], some.at(-1)];
  if (first === undefined || last === undefined) return [];
  const around = (at: Instant) => [instant(at - NEAR_SECONDS), instant(at + NEAR_SECONDS)] as const;
  const near = some.flatMap(({ at }) => [
    between(plan.startsAt, ...around(at)),
    between(plan.endsAt, ...around(at)),
  ]);
  const plans = await queries
    .select({ personId: plan.personId, startsAt: plan.startsAt, endsAt: plan.endsAt })
    .from(plan)
    .innerJoin(card, and(eq(card.personId, plan.personId), eq(card.periodId, periodId)))
    .innerJoin(person, eq(person.id, plan.personId))
    .where(and(or(...near), inArray(card.siteId, [...new Set(some.flatMap(({ site: at }) => at ?? []))])))
    .orderBy(person.name, plan.startsAt)
    .limit(MOST_PLANS);
  if (plans.length === 0) return [];
  const span = {
    from: instant(Math.min(...plans.map(({ startsAt }) => startsAt)) - NEAR_SECONDS),
    to: instant(Math.max(...plans.map(({ endsAt }) => endsAt)) + NEAR_SECONDS),
  };
  const people = [...new Set(plans.map(({ personId }) => personId))];
  const own = byPerson(
    await ownedBy(queries, people, span, (condition) =>
      queries.select(badgePunchColumns).from(punch).innerJoin(site, siteOfPunch).where(condition),
    ),
  );
  const met = ({ startsAt, endsAt }: (typeof plans)[number]) =>
    some.filter(({ at }) => [startsAt, endsAt].some((end) => Math.abs(end - at) <= NEAR_SECONDS)).length;
  return plans
    .filter(
      ({ personId, startsAt, endsAt }) =>
        !own.get(personId)?.some(({ at }) => at >= startsAt - NEAR_SECONDS && at <= endsAt + NEAR_SECONDS),
    )
    .map((one) => ({ ...one, met: met(one) }))
    .sort((a, b) => b.met - a.met);
}
