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
import type { Reads } from '../database/connect.ts';
import { badgeOwner, card, punch } from '../database/schema/index.ts';
import type { CardSubject } from './subjects.ts';

/** A crew is the people around somebody, not a whole company. */
const MOST_PEOPLE = 30;

/**
 * A card computed with its reasons and, where a punch is missing on it, with what the crew around it did as evidence:
 * people of the same department and site.
 */
export async function computeWithCrew(
  queries: Reads,
  subject: CardSubject,
  input: PersonInput,
): Promise<Computed> {
  const computed = compute(input, true);
  const missing = computed.exceptions.filter(isMissingPunch).map(({ at }) => at);
  if (missing.length === 0) return computed;
  const { pairing } = subject.rulebook;
  const around = queries
    .select({ id: card.personId })
    .from(card)
    .where(
      and(
        eq(card.periodId, subject.periodId),
        eq(card.siteId, subject.siteId),
        eq(card.departmentId, subject.departmentId),
        ne(card.personId, subject.personId),
      ),
    )
    .orderBy(sql`ABS(${card.personId} - ${subject.personId})`)
    .limit(MOST_PEOPLE)
    .as('around');
  const reach = pairing.longestSpellSeconds;
  const rows = await queries
    .select({ person: around.id, id: punch.id, at: punch.at, kind: punch.kind })
    .from(around)
    .innerJoin(badgeOwner, eq(badgeOwner.personId, around.id))
    .innerJoin(punch, eq(punch.badgeId, badgeOwner.badgeId))
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
