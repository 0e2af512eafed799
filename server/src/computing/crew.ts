import {
  type Computed,
  compute,
  crewShifts,
  type EffectivePunch,
  instant,
  isMissingPunch,
  type PersonInput,
  type PunchId,
} from '@heath/core';
import { and, between, eq, ne, sql } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { person, punch } from '../database/schema.ts';
import type { CardSubject } from './subjects.ts';

/** A crew is the people around somebody, not a whole company. */
const MOST_PEOPLE = 30;

/**
 * A card computed with its reasons and, where a punch is missing on it, with what the crew around it did as evidence:
 * people of the same department and site.
 */
export async function computeWithCrew(
  queries: Queries,
  subject: CardSubject,
  input: PersonInput,
): Promise<Computed> {
  const computed = compute(input, true);
  const missing = computed.exceptions.filter(isMissingPunch).map(({ at }) => at);
  if (missing.length === 0) return computed;
  const { pairing } = subject.rulebook;
  const around = queries
    .select({ id: person.id })
    .from(person)
    .where(
      and(
        eq(person.siteId, subject.siteId),
        eq(person.departmentId, subject.departmentId),
        ne(person.id, subject.personId),
      ),
    )
    .orderBy(sql`ABS(${person.id} - ${subject.personId})`)
    .limit(MOST_PEOPLE)
    .as('around');
  const reach = pairing.longestSpellSeconds;
  const rows = await queries
    .select({ person: punch.personId, id: punch.id, at: punch.at, kind: punch.kind })
    .from(around)
    .innerJoin(punch, eq(punch.personId, around.id))
    .where(between(punch.at, Math.min(...missing) - reach, Math.max(...missing) + reach));
  const byPerson = new Map<number, EffectivePunch[]>();
  for (const row of rows) {
    const own = byPerson.get(row.person) ?? [];
    byPerson.set(row.person, own);
    own.push({
      id: row.id as PunchId,
      at: instant(row.at),
      kind: row.kind,
      zone: subject.zone,
      job: null,
      department: null,
      site: null,
    });
  }
  const crew = crewShifts(byPerson.values(), pairing);
  return crew.length === 0 ? computed : compute({ ...input, crew }, true);
}
