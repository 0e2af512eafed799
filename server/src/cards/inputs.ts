import {
  type Correction,
  correctionFrom,
  correctionId,
  type DaySpan,
  type DepartmentId,
  type Instant,
  inputSpan,
  instant,
  type JobId,
  type Leave,
  type PersonInput,
  type Plan,
  PUNCH_KINDS,
  type Punch,
  type PunchId,
  type PunchKind,
  SECONDS_PER_DAY,
  type SiteId,
  type Span,
  seconds,
  shiftsOverOf,
  unbrokenAround,
  wallOf,
  workday,
  workdayToIso,
  ZoneTables,
} from '@heath/core';
import { and, between, eq, isNotNull, notBetween, type Placeholder, sql } from 'drizzle-orm';
import { none } from '../base/none.ts';
import { pairs } from '../base/pairs.ts';
import type { Database } from '../database/connect.ts';
import { build, type RowsOf, select, selects, selectValues, sendAlone } from '../database/round-trip.ts';
import { correction, leaveEntry, leaveKind, plan, punch, site } from '../database/schema/index.ts';
import { type Among, amongThese } from '../records/among.ts';
import { calendarDaysSelect, calendars, daysBetween, homesOf } from '../records/assignments.ts';
import { badgesOf, Owners, ownerOn, ownersSelect } from '../records/badges.ts';
import type { CardToCompute } from '../records/subjects.ts';

const zonesByPeriod = new Map<number, ZoneTables>();

function zonesOf({ periodId, firstDay, lastDay }: CardToCompute): ZoneTables {
  let zones = zonesByPeriod.get(periodId);
  if (zones === undefined) {
    zones = ZoneTables.around(instant(firstDay * SECONDS_PER_DAY), instant(lastDay * SECONDS_PER_DAY));
    zonesByPeriod.set(periodId, zones);
  }
  return zones;
}

type Days = Pick<CardToCompute, 'firstDay' | 'lastDay' | 'editions'>;

const daysNeeded = ({ firstDay, lastDay, editions }: Days, input?: PersonInput): DaySpan =>
  inputSpan(
    firstDay,
    lastDay,
    editions,
    [{ first: firstDay, last: lastDay }],
    input === undefined ? undefined : shiftsOverOf(input),
  );

/** Span of the plans and punches that a card needs. Punches may need a wider one, see `widenSpan`. */
export function spanOf(days: Days): Span {
  const { first, last } = daysNeeded(days);
  return { from: instant((first - 3) * SECONDS_PER_DAY), to: instant((last + 5) * SECONDS_PER_DAY) };
}

/** By how much a span is widened where punches go on without a gap beyond it. */
const FURTHER_SECONDS = 28 * SECONDS_PER_DAY;

/** The wider span to read where the span that was read begins or ends amid punches without a gap; null where it is wide enough. */
export function widenSpan(days: Days, input: PersonInput, read: Span): Span | null {
  const { beginsBefore, goesOnAfter } = unbrokenAround(input, daysNeeded(days, input), read);
  if (!beginsBefore && !goesOnAfter) return null;
  return {
    from: beginsBefore ? instant(read.from - FURTHER_SECONDS) : read.from,
    to: goesOnAfter ? instant(read.to + FURTHER_SECONDS) : read.to,
  };
}

/** True where a card needs plans or punches beyond the span that was read. */
export function needsMore(days: Days, input: PersonInput, read: Span): boolean {
  const needed = spanOf(days);
  return needed.from < read.from || needed.to > read.to || widenSpan(days, input, read) !== null;
}

/** The smallest span that contains all of these. */
export const spanOver = (spans: readonly Span[]): Span => ({
  from: instant(Math.min(...spans.map((span) => span.from))),
  to: instant(Math.max(...spans.map((span) => span.to))),
});

/** A span as values for the selects: its instants, and its days in the database's date format. */
export const valuesOf = ({ from, to }: Span) => ({
  from,
  to,
  firstDay: workdayToIso(workday(Math.floor(from / SECONDS_PER_DAY))),
  lastDay: workdayToIso(workday(Math.floor(to / SECONDS_PER_DAY))),
});
/** Those values, or placeholders for them. */
export type SpanValues = {
  readonly [K in keyof ReturnType<typeof valuesOf>]: ReturnType<typeof valuesOf>[K] | Placeholder;
};

/** Placeholders for the values of a span. */
export const ANY_SPAN: SpanValues = {
  from: sql.placeholder('from'),
  to: sql.placeholder('to'),
  firstDay: sql.placeholder('firstDay'),
  lastDay: sql.placeholder('lastDay'),
};

const punchColumns = {
  badgeId: punch.badgeId,
  at: punch.at,
  // The place of its kind in the list: a text for each took longer to read and to compare.
  kind: sql<number>`CAST(${punch.kind} AS UNSIGNED)`.as('kind_place'),
  id: punch.id,
  siteId: punch.siteId,
  jobId: punch.jobId,
  departmentId: punch.departmentId,
  latitude: punch.latitude,
  longitude: punch.longitude,
};
/** Column values of a punch. As an object each, they took 0.3 of 3.7 s for a period of 10,000 people (`recompute` in the bench). */
type PunchValues = readonly [
  badgeId: number,
  at: Instant,
  kindPlace: number,
  id: PunchId,
  siteId: SiteId,
  jobId: JobId | null,
  departmentId: DepartmentId | null,
  latitude: number | null,
  longitude: number | null,
];

/** Column values of a plan, for the same reason. */
type PlanValues = readonly [
  personId: number,
  workday: number,
  startsAt: Instant,
  endsAt: Instant,
  jobId: JobId | null,
  departmentId: DepartmentId | null,
];

/**
 * The punches of some badges. The badges first, always: just after an import the database still takes the punches for few, and would look
 * through all of them for each part of a period, which takes four times as long (`recompute` in the bench).
 */
const punchesOfBadges = (
  had: ReturnType<ReturnType<typeof badgesOf>['as']>,
  from: SpanValues['from'],
  to: SpanValues['to'],
) =>
  build
    .select({ ...punchColumns, badgeId: sql<number>`STRAIGHT_JOIN ${punch.badgeId}`.as('badge') })
    .from(had)
    .innerJoin(punch, and(eq(punch.badgeId, had.id), between(punch.at, from, to)));

/** Selects of all inputs of these people's cards, one per source. */
export function inputSelects(among: Among, { from, to, firstDay, lastDay }: SpanValues) {
  return {
    punches: selectValues<PunchValues>(punchesOfBadges(badgesOf(among).as('badges_had'), from, to)),
    // Punches from elsewhere that corrections bring into the span.
    brought: selectValues<PunchValues>(
      build
        .select(punchColumns)
        .from(punch)
        .innerJoin(correction, eq(correction.punchId, punch.id))
        .where(
          and(
            among(correction.personId),
            isNotNull(correction.at),
            between(correction.at, from, to),
            notBetween(punch.at, from, to),
          ),
        ),
    ),
    owners: ownersSelect(among),
    plans: selectValues<PlanValues>(
      build
        .select({
          personId: plan.personId,
          workday: sql<number>`DATEDIFF(${plan.workday}, '1970-01-01')`.as('workday_number'),
          startsAt: plan.startsAt,
          endsAt: plan.endsAt,
          jobId: plan.jobId,
          departmentId: plan.departmentId,
        })
        .from(plan)
        .where(and(among(plan.personId), between(plan.startsAt, from, to))),
    ),
    corrections: select(
      build
        .select({
          personId: correction.personId,
          id: correction.id,
          kind: correction.kind,
          says: correction.says,
        })
        .from(correction)
        .where(among(correction.personId)),
    ),
    leave: select(
      build
        .select({
          personId: leaveEntry.personId,
          id: leaveEntry.id,
          workday: leaveEntry.workday,
          kind: leaveEntry.kind,
          code: leaveKind.code,
          seconds: leaveEntry.seconds,
          reason: leaveEntry.reason,
          undoes: leaveEntry.undoes,
        })
        .from(leaveEntry)
        .innerJoin(leaveKind, eq(leaveKind.id, leaveEntry.leaveKindId))
        .where(and(among(leaveEntry.personId), daysBetween(leaveEntry.workday, firstDay, lastDay))),
    ),
    calendarDays: calendarDaysSelect(firstDay, lastDay),
    sites: select(build.select({ id: site.id, zone: site.zone }).from(site)),
  };
}
export type InputRows = RowsOf<ReturnType<typeof inputSelects>>;

/** Reads the inputs of these cards of one period, in the order given. One round trip, and more for those that need a wider span. */
export async function personInputs(
  database: Database,
  subjects: readonly CardToCompute[],
  asOf: Instant,
): Promise<PersonInput[]> {
  if (subjects.length === 0) return [];
  const inputs = new Map<CardToCompute, PersonInput>();
  let left = [...subjects];
  for (let span = spanOver(subjects.map(spanOf)); left.length > 0; ) {
    const all = selects(inputSelects(amongThese(left.map(({ personId }) => personId)), valuesOf(span)));
    const read = toInputs(left, all.rows(await sendAlone(database, ...all.with())), span, asOf);
    const wider: Span[] = [span];
    const notEnough: CardToCompute[] = [];
    for (const [subject, input] of pairs(left, read)) {
      const more = widenSpan(subject, input, span);
      if (more === null) inputs.set(subject, input);
      else {
        notEnough.push(subject);
        wider.push(more);
      }
    }
    left = notEnough;
    span = spanOver(wider);
  }
  return subjects.flatMap((subject) => inputs.get(subject) ?? []);
}

/** Empty lists for one person's rows. */
const gathered = () => ({
  punches: none<Punch>(),
  plans: none<Plan>(),
  corrections: none<Correction>(),
  leave: none<Leave>(),
});

/** Inputs of one period's cards, from rows of all their people. */
export function toInputs(
  subjects: readonly CardToCompute[],
  rows: InputRows,
  span: Span,
  asOf: Instant,
): PersonInput[] {
  const byPerson = new Map(subjects.map(({ personId }) => [personId as number, gathered()]));
  const [first] = subjects;
  if (first === undefined) return [];
  const zones = zonesOf(first);
  const siteZones = new Map(rows.sites.map(({ id, zone }) => [id, zone]));
  givePunches(rows, span, siteZones, zones, (person, one) => byPerson.get(person)?.punches.push(one));
  for (const values of rows.plans) byPerson.get(values[0])?.plans.push(toPlan(values));
  for (const row of rows.corrections) byPerson.get(row.personId)?.corrections.push(toCorrection(row));
  const undone = new Set(rows.leave.map(({ undoes }) => undoes));
  for (const row of rows.leave)
    if (row.undoes === null && !undone.has(row.id)) byPerson.get(row.personId)?.leave.push(toLeave(row));
  const calendarOf = calendars(rows.calendarDays);
  return subjects.map((subject) => {
    const { punches, plans, corrections, leave } = byPerson.get(subject.personId) ?? gathered();
    plans.sort((a, b) => a.startsAt - b.startsAt);
    return {
      first: subject.firstDay,
      last: subject.lastDay,
      punches,
      plans,
      corrections,
      homes: homesOf(subject.assignments),
      leave,
      calendar: calendarOf(subject.assignments),
      editions: subject.editions,
      zones,
      asOf,
    };
  });
}

/** Gives each punch to the owner of its badge on the day of the wall clock at its site. */
function givePunches(
  { punches, brought, owners: ownerRows }: InputRows,
  span: Span,
  siteZones: ReadonlyMap<number, string>,
  zones: ZoneTables,
  give: (person: number, punch: Punch) => void,
): void {
  const owners = new Owners(ownerRows);
  const earliest = Math.floor(span.from / SECONDS_PER_DAY) - 1;
  const all = brought.length === 0 ? punches : [...punches, ...brought];
  let badge = -1;
  let own: ReturnType<Owners['of']> = [];
  /** Owner of the badge throughout the span; undefined where the owner changes within it. */
  let always: number | null | undefined;
  for (const [i, values] of all.entries()) {
    const [badgeId, at, , , siteId] = values;
    if (badgeId !== badge) {
      badge = badgeId;
      own = owners.of(badge);
      const [only] = own;
      always =
        own.length === 1 && only !== undefined && only.firstDay <= earliest ? only.personId : undefined;
    }
    const zone = siteZones.get(siteId);
    if (zone === undefined) throw new Error(`There is no site ${siteId}.`);
    // One from before the span may lie before its badge had an owner.
    const isFarOff = i >= punches.length;
    const person =
      always === undefined || isFarOff
        ? ownerOn(own, Math.floor(wallOf(zones.of(zone), at) / SECONDS_PER_DAY))
        : always;
    if (person !== null) give(person, toPunch(values, zone));
  }
}

/** The kind at a place of the database's list, which is the core's; the first is at 1. */
function kindAt(place: number): PunchKind {
  const kind = PUNCH_KINDS[place - 1];
  if (kind === undefined) throw new Error(`There is no kind of punch at ${place}.`);
  return kind;
}

const toPunch = (
  [, at, kindPlace, id, site, job, department, latitude, longitude]: PunchValues,
  zone: string,
): Punch => ({
  id,
  at,
  kind: kindAt(kindPlace),
  zone,
  job,
  department,
  site,
  position: latitude === null || longitude === null ? null : { latitude, longitude },
});

const toLeave = (row: InputRows['leave'][number]): Leave => ({
  workday: row.workday,
  kind: row.kind,
  code: row.code,
  seconds: seconds(row.seconds),
  reason: row.reason,
  job: null,
  department: null,
});

const toPlan = ([, day, startsAt, endsAt, job, department]: PlanValues): Plan => ({
  workday: workday(day),
  startsAt,
  endsAt,
  job,
  department,
});

/** Reads a stored correction. Throws where it cannot be read: that was checked when it was made. */
function toCorrection({ id, kind, says }: InputRows['corrections'][number]): Correction {
  const read = correctionFrom(correctionId(id), { ...says, kind });
  if (!read.ok) throw new Error(`Correction ${id} cannot be read: ${read.fault.field}: ${read.fault.reason}`);
  return read.correction;
}
