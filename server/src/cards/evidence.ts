import {
  type Computed,
  compute,
  type EffectivePunch,
  type Instant,
  instant,
  isMissingPunch,
  type PersonInput,
  type PunchId,
  SECONDS_PER_DAY,
  type ShiftTimes,
  shiftTimes,
} from '@heath/core';
import { and, between, eq, inArray, ne, or, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { badgeOwner, card, person, plan, punch } from '../database/schema/index.ts';
import type { CardSubject } from '../records/subjects.ts';

/** A crew is the people around somebody, not a whole company. */
const MOST_PEOPLE = 30;
/** Hours are the same where they begin and end no further apart than this. */
const SAME_HOURS_SECONDS = 45 * 60;
/** So far back somebody's own shifts are looked at for what is usual: eight weeks hold eight of each weekday. */
const EARLIER_SECONDS = 56 * SECONDS_PER_DAY;

/** A shift of somebody who worked the same hours at the same site or in the same job. */
interface CrewShift extends ShiftTimes {
  readonly name: string;
}

/** What speaks for what happened around a time: what the crew did, and what this person did on days before. */
export interface Evidence {
  readonly crew: readonly CrewShift[];
  readonly earlier: readonly ShiftTimes[];
}

/** Punches of some people by whose they are, as far as their badges were theirs. */
async function punchesOf(
  queries: Reads,
  people: readonly number[],
  from: number,
  to: number,
  zone: string,
): Promise<Map<number, EffectivePunch[]>> {
  const byPerson = new Map<number, EffectivePunch[]>();
  if (people.length === 0) return byPerson;
  const rows = await queries
    .select({ person: badgeOwner.personId, id: punch.id, at: punch.at, kind: punch.kind })
    .from(badgeOwner)
    .innerJoin(punch, and(eq(punch.badgeId, badgeOwner.badgeId), between(punch.at, from, to)))
    .where(
      and(
        inArray(badgeOwner.personId, [...people]),
        sql`${badgeOwner.firstDay} = (
          SELECT MAX(had.first_day) FROM ${badgeOwner} had
           WHERE had.badge_id = ${badgeOwner.badgeId} AND had.first_day <= FROM_UNIXTIME(${punch.at}))`,
      ),
    );
  for (const row of rows) {
    if (row.person === null) continue;
    const own = byPerson.get(row.person) ?? [];
    byPerson.set(row.person, own);
    own.push({
      id: row.id as PunchId,
      at: instant(row.at),
      kind: row.kind,
      zone,
      job: null,
      department: null,
      site: null,
    });
  }
  return byPerson;
}

/** Those who were meant to work the same hours at the same site or in the same job, those of the same department and the nearest hours first. */
function crewAround(queries: Reads, subject: CardSubject, { plans }: PersonInput, at: Instant) {
  const longest = subject.rulebook.pairing.longestSpellSeconds;
  const own = plans.find(({ startsAt, endsAt }) => startsAt - longest <= at && at <= endsAt + longest / 2);
  const hours =
    own === undefined
      ? or(
          between(plan.startsAt, at - SAME_HOURS_SECONDS, at + SAME_HOURS_SECONDS),
          and(
            between(plan.startsAt, at - longest, at),
            between(plan.endsAt, at - SAME_HOURS_SECONDS, at + SAME_HOURS_SECONDS),
          ),
        )
      : and(
          between(plan.startsAt, own.startsAt - SAME_HOURS_SECONDS, own.startsAt + SAME_HOURS_SECONDS),
          between(plan.endsAt, own.endsAt - SAME_HOURS_SECONDS, own.endsAt + SAME_HOURS_SECONDS),
        );
  const place =
    own === undefined || own.job === null
      ? eq(card.siteId, subject.siteId)
      : or(eq(card.siteId, subject.siteId), eq(plan.jobId, own.job));
  const nearTo = own?.startsAt ?? at;
  return queries
    .select({ id: person.id, name: person.name, startsAt: plan.startsAt, endsAt: plan.endsAt })
    .from(plan)
    .innerJoin(card, and(eq(card.personId, plan.personId), eq(card.periodId, subject.periodId)))
    .innerJoin(person, eq(person.id, plan.personId))
    .where(and(hours, place, ne(plan.personId, subject.personId)))
    .orderBy(
      sql`${card.departmentId} <> ${subject.departmentId}`,
      sql`ABS(${plan.startsAt} - ${nearTo})`,
      person.name,
    )
    .limit(MOST_PEOPLE);
}

/** What is known around a time of somebody's card that speaks for what happened then. */
export async function evidenceAt(
  queries: Reads,
  subject: CardSubject,
  input: PersonInput,
  at: Instant,
): Promise<Evidence> {
  const { pairing } = subject.rulebook;
  const reach = pairing.longestSpellSeconds;
  const around = await crewAround(queries, subject, input, at);
  const ids = around.map(({ id }) => id);
  const ownFirst = Math.min(at, ...input.punches.map((one) => one.at));
  const [crewPunches, ownPunches] = await Promise.all([
    punchesOf(queries, ids, at - reach, at + reach, subject.zone),
    punchesOf(queries, [subject.personId], at - EARLIER_SECONDS, ownFirst - 1, subject.zone),
  ]);
  const crew = around.flatMap(({ id, name, startsAt, endsAt }) =>
    shiftTimes([crewPunches.get(id) ?? []], pairing)
      // Of several shifts, the one that was planned.
      .filter((shift) => shift.startsAt < endsAt && shift.endsAt > startsAt)
      .map((shift) => ({ name, ...shift })),
  );
  return { crew, earlier: shiftTimes(ownPunches.values(), pairing) };
}

/** A card computed with its reasons and, where a punch is missing on it, with what speaks for when it was. */
export async function computeWithEvidence(
  queries: Reads,
  subject: CardSubject,
  input: PersonInput,
): Promise<Computed> {
  const computed = compute(input, true);
  const missing = computed.exceptions.filter(isMissingPunch).map(({ at }) => at);
  if (missing.length === 0) return computed;
  const found = await Promise.all(missing.map((at) => evidenceAt(queries, subject, input, at)));
  const earlier = found.reduce((most, one) => (one.earlier.length > most.length ? one.earlier : most), NONE);
  return compute({ ...input, crew: found.flatMap(({ crew }) => crew), earlier }, true);
}

const NONE: readonly ShiftTimes[] = [];
