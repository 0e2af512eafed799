import { type Computed, compute, crewShifts, type PersonInput, type Punch } from '@heath/core';
import { and, between, eq, ne } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { department, person, punch } from '../database/schema.ts';
import { type InputRow, toPunch } from './inputs.ts';
import type { CardSubject } from './subjects.ts';

/** No more punches are read than this: a crew is the people around somebody, not a whole company. */
const MOST_PUNCHES = 2000;

/**
 * A card computed with its reasons and, where a punch is missing on it, with what the crew around it did as evidence:
 * the people of the same department and site.
 */
export async function computeWithCrew(
  queries: Queries,
  subject: CardSubject,
  input: PersonInput,
): Promise<Computed> {
  const computed = compute(input, true);
  const missing = computed.exceptions.filter(({ kind }) => kind === 'missing-out' || kind === 'missing-in');
  if (missing.length === 0) return computed;
  const { pairing } = subject.rulebook;
  const reach = pairing.longestSpellSeconds;
  const byPerson = new Map<number, Punch[]>();
  for (const { at } of missing) {
    const rows = await queries
      .select({ person: punch.personId, id: punch.id, at: punch.at, kind: punch.kind })
      .from(punch)
      .innerJoin(person, eq(person.id, punch.personId))
      .innerJoin(department, eq(department.id, person.departmentId))
      .where(
        and(
          between(punch.at, at - reach, at + reach),
          eq(person.siteId, subject.siteId),
          eq(department.name, subject.department),
          ne(person.id, subject.personId),
        ),
      )
      .limit(MOST_PUNCHES);
    for (const row of rows) {
      const own = byPerson.get(row.person) ?? [];
      if (!own.some(({ id }) => id === row.id))
        own.push(toPunch({ ...NO_ROW, ...row, zone: subject.zone }, subject.departmentId));
      byPerson.set(row.person, own);
    }
  }
  const crew = crewShifts(byPerson.values(), pairing);
  return crew.length === 0 ? computed : compute({ ...input, crew }, true);
}

const NO_ROW: Omit<InputRow, 'person' | 'id' | 'at' | 'kind' | 'zone'> = {
  source: 'punch',
  site: null,
  job: null,
  about: null,
  until: null,
  day: null,
};
