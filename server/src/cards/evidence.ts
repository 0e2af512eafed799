import {
  type Computed,
  compute,
  type EffectivePunch,
  type Instant,
  instant,
  isMissingPunch,
  type PersonInput,
  punchId,
  SECONDS_PER_DAY,
  type ShiftTimes,
  type Span,
  shiftTimes,
} from '@heath/core';
import { and, between, eq, ne, or, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { card, person, plan, punch, site } from '../database/schema/index.ts';
import { badgePunchColumns, ownedBy, siteOfPunch } from '../records/owned-punches.ts';
import type { CardSubject } from '../records/subjects.ts';

/** Most people that count as a crew. */
const MOST_PEOPLE = 30;
/** Two shifts have the same hours where their starts, and their ends, are no further apart than this. */
const SAME_HOURS_SECONDS = 45 * 60;
/** How far back a person's own shifts are read to find what is usual: eight weeks hold eight of each weekday. */
const EARLIER_SECONDS = 56 * SECONDS_PER_DAY;

/** A shift of somebody who worked the same hours at the same site or in the same job. */
interface CrewShift extends ShiftTimes {
  readonly name: string;
}

/** Evidence around an instant: shifts of the crew, and this person's earlier shifts. */
export interface Evidence {
  readonly crew: readonly CrewShift[];
  readonly earlier: readonly ShiftTimes[];
}

/** Punches of some people within a span, by person. */
async function punchesOf(
  queries: Reads,
  people: readonly number[],
  span: Span,
  zone: string,
): Promise<Map<number, EffectivePunch[]>> {
  const punches = await ownedBy(queries, people, span, (condition) =>
    queries
      .select({ ...badgePunchColumns, id: punch.id, kind: punch.kind })
      .from(punch)
      .innerJoin(site, siteOfPunch)
      .where(condition),
  );
  const byPerson = new Map<number, EffectivePunch[]>();
  for (const { personId, id, at, kind } of punches) {
    const own = byPerson.get(personId) ?? [];
    byPerson.set(personId, own);
    own.push({ id: punchId(id), at, kind, zone, job: null, department: null, site: null });
  }
  return byPerson;
}

/** The instant `seconds` after another; before it where they are negative. */
const after = (at: Instant, seconds: number): Instant => instant(at + seconds);

/** Condition: the instant lies within `SAME_HOURS_SECONDS` of another. */
const near = (column: typeof plan.startsAt | typeof plan.endsAt, at: Instant) =>
  between(column, after(at, -SAME_HOURS_SECONDS), after(at, SAME_HOURS_SECONDS));

/** People planned for the same hours at the same site or in the same job; same department first, then nearest hours. */
function crewAround(queries: Reads, subject: CardSubject, { plans }: PersonInput, at: Instant) {
  const longest = subject.rulebook.pairing.longestSpellSeconds;
  const own = plans.find(({ startsAt, endsAt }) => startsAt - longest <= at && at <= endsAt + longest / 2);
  const hours =
    own === undefined
      ? or(
          near(plan.startsAt, at),
          and(between(plan.startsAt, after(at, -longest), at), near(plan.endsAt, at)),
        )
      : and(near(plan.startsAt, own.startsAt), near(plan.endsAt, own.endsAt));
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

/** Reads the evidence around an instant of a card. */
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
    punchesOf(queries, ids, { from: after(at, -reach), to: after(at, reach) }, subject.zone),
    punchesOf(
      queries,
      [subject.personId],
      { from: after(at, -EARLIER_SECONDS), to: instant(ownFirst - 1) },
      subject.zone,
    ),
  ]);
  const crew = around.flatMap(({ id, name, startsAt, endsAt }) =>
    shiftTimes([crewPunches.get(id) ?? []], pairing)
      // Of several shifts, the one that was planned.
      .filter((shift) => shift.startsAt < endsAt && shift.endsAt > startsAt)
      .map((shift) => ({ name, ...shift })),
  );
  return { crew, earlier: shiftTimes(ownPunches.values(), pairing) };
}

/** Computes a card with its reasons and, for each missing punch, with the evidence that its proposals rest on. */
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
