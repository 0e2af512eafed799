import {
  type Correction,
  type CorrectionId,
  type Instant,
  inputSpan,
  instant,
  type JobId,
  type PersonInput,
  type Plan,
  type Punch,
  type PunchId,
  type PunchKind,
  SECONDS_PER_DAY,
  type Workday,
  workdayFromIso,
  ZoneTables,
} from '@heath/core';
import { sql } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { correction, plan, punch, site } from '../database/schema.ts';
import type { CardSubject } from './subjects.ts';

/** A punch, a plan or a correction of one person, as the one query below returns them. */
interface InputRow {
  readonly source: 'punch' | 'plan' | Correction['kind'];
  readonly person: number;
  readonly id: number;
  readonly at: number | null;
  readonly kind: PunchKind | null;
  readonly zone: string | null;
  readonly job: number | null;
  /** What a correction is about: a punch, or another correction. */
  readonly about: number | null;
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

/** The instants whose punches matter to these cards, generous by a day for zones far from UTC. */
function span(subjects: readonly CardSubject[]): { from: Instant; to: Instant } {
  const spans = subjects.map((subject) => inputSpan(subject.firstDay, subject.lastDay, subject.rulebook));
  const first = Math.min(...spans.map((s) => s.first));
  const last = Math.max(...spans.map((s) => s.last));
  return { from: instant((first - 1) * SECONDS_PER_DAY), to: instant((last + 2) * SECONDS_PER_DAY) };
}

/** What these cards of one period follow from, in the order given; read in one query. */
export async function personInputs(
  queries: Queries,
  subjects: readonly CardSubject[],
  asOf: Instant,
): Promise<PersonInput[]> {
  const [any] = subjects;
  if (any === undefined) return [];
  const { from, to } = span(subjects);
  const people = sql.join(
    subjects.map((subject) => sql`${subject.personId}`),
    sql`, `,
  );
  const [rows] = (await queries.execute(sql`
    SELECT 'punch' AS source, ${punch.personId} AS person, ${punch.id} AS id, ${punch.at} AS at, ${punch.kind} AS kind,
           ${site.zone} AS zone, ${punch.jobId} AS job, NULL AS about, NULL AS until, NULL AS day
      FROM ${punch} JOIN ${site} ON ${site.id} = ${punch.siteId}
     WHERE ${punch.personId} IN (${people}) AND ${punch.at} BETWEEN ${from} AND ${to}
    UNION ALL
    SELECT 'plan', ${plan.personId}, 0, ${plan.startsAt}, NULL, NULL, ${plan.jobId}, NULL, ${plan.endsAt}, ${plan.workday}
      FROM ${plan}
     WHERE ${plan.personId} IN (${people}) AND ${plan.startsAt} BETWEEN ${from} AND ${to}
    UNION ALL
    SELECT ${correction.kind}, ${correction.personId}, ${correction.id}, ${correction.at}, ${correction.punchKind}, ${site.zone},
           ${correction.jobId}, COALESCE(${correction.punchId}, ${correction.undoes}), NULL, NULL
      FROM ${correction} LEFT JOIN ${site} ON ${site.id} = ${correction.siteId}
     WHERE ${correction.personId} IN (${people})`)) as unknown as [InputRow[]];

  const byPerson = new Map(
    subjects.map(({ personId }) => [
      personId as number,
      { punches: [] as Punch[], plans: [] as Plan[], corrections: [] as Correction[] },
    ]),
  );
  for (const row of rows) {
    const own = byPerson.get(row.person)!;
    if (row.source === 'punch') own.punches.push(toPunch(row));
    else if (row.source === 'plan') own.plans.push(toPlan(row));
    else own.corrections.push(toCorrection(row, row.source));
  }
  const zones = zonesOf(any);
  return subjects.map((subject) => {
    const own = byPerson.get(subject.personId)!;
    own.plans.sort((a, b) => a.startsAt - b.startsAt);
    return {
      first: subject.firstDay,
      last: subject.lastDay,
      ...own,
      rulebook: subject.rulebook,
      zones,
      asOf,
    };
  });
}

const toPunch = (row: InputRow): Punch => ({
  id: row.id as PunchId,
  at: row.at as Instant,
  kind: row.kind!,
  zone: row.zone!,
  job: row.job as JobId | null,
  department: null,
});

const toPlan = (row: InputRow): Plan => ({
  workday: workdayFromIso(row.day!) as Workday,
  startsAt: row.at as Instant,
  endsAt: row.until as Instant,
  job: row.job as JobId | null,
  department: null,
});

function toCorrection(row: InputRow, kind: Correction['kind']): Correction {
  const id = row.id as CorrectionId;
  switch (kind) {
    case 'add':
      return {
        id,
        kind,
        at: row.at as Instant,
        punchKind: row.kind!,
        zone: row.zone!,
        job: row.job as JobId | null,
        department: null,
      };
    case 'move':
      return { id, kind, punch: row.about as PunchId, at: row.at as Instant };
    case 'drop':
      return { id, kind, punch: row.about as PunchId };
    case 'undo':
      return { id, kind, undoes: row.about as CorrectionId };
  }
}
