import type { Workday } from '@heath/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { payGroup, rulebook, rulebookEdition } from '../../database/schema/index.ts';

/** Every rulebook, by name. */
export const allRulebooks = (queries: Reads) => queries.select().from(rulebook).orderBy(asc(rulebook.name));

/** Names of the pay groups of each rulebook. */
export const groupsOfRulebooks = (queries: Reads) =>
  queries
    .select({ rulebookId: payGroup.rulebookId, name: payGroup.name })
    .from(payGroup)
    .orderBy(asc(payGroup.name));

/** Which edition holds from when, the oldest first. */
export const editionsOfRulebooks = (queries: Reads) =>
  queries
    .select({
      rulebookId: rulebookEdition.rulebookId,
      edition: rulebookEdition.edition,
      firstDay: rulebookEdition.firstDay,
    })
    .from(rulebookEdition)
    .orderBy(asc(rulebookEdition.edition));

/** The rules of an edition, and what its rulebook is called; undefined where there is none. */
export async function findEdition(queries: Reads, rulebookId: number, edition: number) {
  const [row] = await queries
    .select({ name: rulebook.name, rules: rulebookEdition.rules })
    .from(rulebookEdition)
    .innerJoin(rulebook, eq(rulebook.id, rulebookEdition.rulebookId))
    .where(and(eq(rulebookEdition.rulebookId, rulebookId), eq(rulebookEdition.edition, edition)));
  return row;
}

/** Holds a rulebook, so that two editions do not get one number; undefined where there is none. */
export async function lockRulebook(queries: Queries, id: number) {
  const [row] = await queries.select().from(rulebook).where(eq(rulebook.id, id)).for('update');
  return row;
}

/** Adds an edition. Returns its id. */
export async function insertEdition(
  queries: Queries,
  values: {
    readonly rulebookId: number;
    readonly edition: number;
    readonly firstDay: Workday;
    readonly rules: unknown;
  },
): Promise<number> {
  const [{ insertId }] = await queries.insert(rulebookEdition).values(values);
  return insertId;
}
