import {
  type Calendar,
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
  type Punch,
  type PunchId,
  type PunchKind,
  SECONDS_PER_DAY,
  type Seconds,
  type SiteId,
  type Span,
  unbrokenAround,
  type Workday,
  workdayFromIso,
  ZoneTables,
} from '@heath/core';
import { type Placeholder, type SQL, sql } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { correction, holiday, leave, plan, punch, site } from '../database/schema.ts';
import type { CardSubject } from './subjects.ts';

/** A punch, plan, correction or day of leave of one person, or a holiday of all, as the one query below returns them. */
export interface InputRow {
  readonly source: 'punch' | 'plan' | 'holiday' | 'correction' | Leave['kind'];
  readonly person: number;
  readonly id: number;
  readonly at: number | null;
  /** The kind of a punch or of a correction. */
  readonly kind: string | null;
  /** A zone, what a holiday or leave is called, or what a correction says. */
  readonly zone: string | null;
  readonly site: number | null;
  readonly job: number | null;
  /** The end of a plan, or the seconds of leave. */
  readonly until: number | null;
  readonly day: string | null;
}

const zonesByPeriod = new Map<number, ZoneTables>();

function zonesOf({ periodId, firstDay, lastDay }: CardSubject): ZoneTables {
  let zones = zonesByPeriod.get(periodId);
  if (zones === undefined) {
    zones = ZoneTables.around(instant(firstDay * SECONDS_PER_DAY), instant(lastDay * SECONDS_PER_DAY));
    zonesByPeriod.set(periodId, zones);
  }
  return zones;
}

type Days = Pick<CardSubject, 'firstDay' | 'lastDay' | 'editions'>;

const daysNeeded = ({ firstDay, lastDay, editions }: Days): DaySpan =>
  inputSpan(firstDay, lastDay, editions, [{ first: firstDay, last: lastDay }]);

/** The instants whose plans a card needs, and whose punches in all but rare cases: see `readOn`. */
export function spanOf(days: Days): Span {
  const { first, last } = daysNeeded(days);
  return { from: instant((first - 3) * SECONDS_PER_DAY), to: instant((last + 5) * SECONDS_PER_DAY) };
}

/** How much further is read where punches without a gap go on beyond what was read. */
const FURTHER_SECONDS = 28 * SECONDS_PER_DAY;

/** Where what was read begins or ends amid punches that hang together, the wider span that must be read; null where it is enough. */
export function readOn(days: Days, input: PersonInput, read: Span): Span | null {
  const { beginsBefore, goesOnAfter } = unbrokenAround(input, daysNeeded(days), read);
  if (!beginsBefore && !goesOnAfter) return null;
  return {
    from: beginsBefore ? instant(read.from - FURTHER_SECONDS) : read.from,
    to: goesOnAfter ? instant(read.to + FURTHER_SECONDS) : read.to,
  };
}

/** The least span that holds all of these. */
export const spanOver = (spans: readonly Span[]): Span => ({
  from: instant(Math.min(...spans.map((span) => span.from))),
  to: instant(Math.max(...spans.map((span) => span.to))),
});

type Value<T> = T | Placeholder;

/** Punches, plans, corrections and leave of some people, and the holidays, in one query. */
export const inputsQuery = (people: SQL, from: Value<number>, to: Value<number>): SQL => sql`
    SELECT 'punch' AS source, ${punch.personId} AS person, ${punch.id} AS id, ${punch.at} AS at, ${punch.kind} AS kind,
           ${site.zone} AS zone, ${punch.siteId} AS site, ${punch.jobId} AS job, NULL AS until, NULL AS day
      FROM ${punch} JOIN ${site} ON ${site.id} = ${punch.siteId}
     WHERE ${punch.personId} IN (${people}) AND ${punch.at} BETWEEN ${from} AND ${to}
    UNION ALL
    SELECT 'plan', ${plan.personId}, 0, ${plan.startsAt}, NULL, NULL, NULL, ${plan.jobId}, ${plan.endsAt}, ${plan.workday}
      FROM ${plan}
     WHERE ${plan.personId} IN (${people}) AND ${plan.startsAt} BETWEEN ${from} AND ${to}
    UNION ALL
    SELECT 'correction', ${correction.personId}, ${correction.id}, NULL, ${correction.kind}, ${correction.says}, NULL, NULL, NULL, NULL
      FROM ${correction}
     WHERE ${correction.personId} IN (${people})
    UNION ALL
    SELECT 'punch', ${punch.personId}, ${punch.id}, ${punch.at}, ${punch.kind}, ${site.zone}, ${punch.siteId}, ${punch.jobId}, NULL, NULL
      FROM ${punch} JOIN ${site} ON ${site.id} = ${punch.siteId}
     WHERE ${punch.id} IN (SELECT ${correction.punchId} FROM ${correction}
                            WHERE ${correction.personId} IN (${people}) AND ${correction.at} BETWEEN ${from} AND ${to})
       AND ${punch.at} NOT BETWEEN ${from} AND ${to}
    UNION ALL
    SELECT ${leave.kind}, ${leave.personId}, ${leave.id}, NULL, NULL, ${leave.code}, NULL, NULL, ${leave.seconds}, ${leave.workday}
      FROM ${leave}
     WHERE ${leave.personId} IN (${people}) AND ${leave.workday} BETWEEN FROM_UNIXTIME(${from}) AND FROM_UNIXTIME(${to})
    UNION ALL
    SELECT 'holiday', 0, 0, NULL, NULL, ${holiday.name}, NULL, NULL, NULL, ${holiday.workday}
      FROM ${holiday}
     WHERE ${holiday.workday} BETWEEN FROM_UNIXTIME(${from}) AND FROM_UNIXTIME(${to})`;

/** What these cards of one period follow from, in the order given; read in one query, and in another for whom that is not enough. */
export async function personInputs(
  queries: Queries,
  subjects: readonly CardSubject[],
  asOf: Instant,
): Promise<PersonInput[]> {
  if (subjects.length === 0) return [];
  const inputs = new Map<CardSubject, PersonInput>();
  let left = [...subjects];
  for (let span = spanOver(subjects.map(spanOf)); left.length > 0; ) {
    const people = sql.join(
      left.map((subject) => sql`${subject.personId}`),
      sql`, `,
    );
    const [rows] = (await queries.execute(inputsQuery(people, span.from, span.to))) as unknown as [
      InputRow[],
    ];
    const read = toInputs(left, rows, asOf);
    const wider: Span[] = [span];
    const notEnough: CardSubject[] = [];
    left.forEach((subject, i) => {
      const more = readOn(subject, read[i]!, span);
      if (more === null) inputs.set(subject, read[i]!);
      else {
        notEnough.push(subject);
        wider.push(more);
      }
    });
    left = notEnough;
    span = spanOver(wider);
  }
  return subjects.map((subject) => inputs.get(subject)!);
}

/** Input rows of one period's cards, given to the people they belong to. */
export function toInputs(
  subjects: readonly CardSubject[],
  rows: readonly InputRow[],
  asOf: Instant,
): PersonInput[] {
  const byPerson = new Map(
    subjects.map(({ personId, departmentId }) => [
      personId as number,
      {
        departmentId,
        punches: [] as Punch[],
        plans: [] as Plan[],
        corrections: [] as Correction[],
        leave: [] as Leave[],
      },
    ]),
  );
  const holidays = new Map<Workday, string>();
  for (const row of rows) {
    if (row.source === 'holiday') {
      holidays.set(workdayFromIso(row.day!), row.zone!);
      continue;
    }
    const own = byPerson.get(row.person)!;
    if (row.source === 'punch') own.punches.push(toPunch(row, own.departmentId));
    else if (row.source === 'plan') own.plans.push(toPlan(row));
    else if (row.source === 'leave' || row.source === 'adjustment')
      own.leave.push(toLeave(row, row.source, own.departmentId));
    else own.corrections.push(toCorrection(row));
  }
  const calendar: Calendar = { holidays, restDays: new Set() };
  return subjects.map((subject) => {
    const { punches, plans, corrections, leave } = byPerson.get(subject.personId)!;
    plans.sort((a, b) => a.startsAt - b.startsAt);
    return {
      first: subject.firstDay,
      last: subject.lastDay,
      punches,
      plans,
      corrections,
      leave,
      calendar,
      editions: subject.editions,
      zones: zonesOf(subject),
      asOf,
    };
  });
}

const toPunch = (row: InputRow, department: DepartmentId): Punch => ({
  id: row.id as PunchId,
  at: row.at as Instant,
  kind: row.kind as PunchKind,
  zone: row.zone!,
  job: row.job as JobId | null,
  department,
  site: row.site as SiteId | null,
});

const toLeave = (row: InputRow, kind: Leave['kind'], department: DepartmentId): Leave => ({
  workday: workdayFromIso(row.day!),
  kind,
  code: row.zone!,
  seconds: row.until as Seconds,
  reason: '',
  job: null,
  department,
});

const toPlan = (row: InputRow): Plan => ({
  workday: workdayFromIso(row.day!) as Workday,
  startsAt: row.at as Instant,
  endsAt: row.until as Instant,
  job: row.job as JobId | null,
  department: null,
});

/** What the database keeps of a correction was read when it was made: it can be read. */
function toCorrection({ id, kind, zone: says }: InputRow): Correction {
  const read = correctionFrom(correctionId(id), { ...JSON.parse(says ?? '{}'), kind });
  if (!read.ok) throw new Error(`Correction ${id} cannot be read: ${read.fault.field}: ${read.fault.reason}`);
  return read.correction;
}
