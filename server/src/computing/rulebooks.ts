import {
  type CompiledRulebook,
  compileRulebook,
  type DepartmentId,
  type EditionInForce,
  type JobId,
  type Names,
  type SiteId,
} from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build, select } from '../database/round-trip.ts';
import { department, job, rulebookEdition, site } from '../database/schema/index.ts';

/** Editions never change, so each is read and compiled once per process. */
const compiled = new Map<number, EditionInForce>();

/** Numbers of the jobs, departments and sites that rulebooks name by their codes. */
async function namesIn(queries: Reads): Promise<Names> {
  const numbers = async <T extends number>(table: typeof job | typeof department | typeof site) => {
    const rows = await queries.select({ id: table.id, code: table.code }).from(table);
    const ids = new Map(rows.map((row) => [row.code, row.id as T]));
    return (code: string) => ids.get(code);
  };
  return {
    job: await numbers<JobId>(job),
    department: await numbers<DepartmentId>(department),
    site: await numbers<SiteId>(site),
  };
}

/** A rulebook edition and when it comes into force. Throws where there is none of that number, or the core refuses it. */
export async function edition(queries: Reads, id: number): Promise<EditionInForce> {
  const known = compiled.get(id);
  if (known !== undefined) return known;
  const [row] = await queries.select().from(rulebookEdition).where(eq(rulebookEdition.id, id));
  if (row === undefined) throw new Error(`There is no rulebook edition ${id}.`);
  const result = compileRulebook(row.rules, row.edition, await namesIn(queries));
  if (!result.ok) throw new Error(`Rulebook edition ${id} is not valid: ${JSON.stringify(result.faults)}`);
  const inForce = { from: row.firstDay, rulebook: result.rulebook };
  compiled.set(id, inForce);
  return inForce;
}

/** Numbers of the editions of each rulebook, oldest first. */
export type EditionIds = ReadonlyMap<number, { readonly ids: readonly number[]; readonly text: string }>;

/** All editions by number, oldest first of each rulebook. */
export const editionIdsSelect = select(
  build
    .select({ id: rulebookEdition.id, rulebookId: rulebookEdition.rulebookId })
    .from(rulebookEdition)
    .orderBy(rulebookEdition.rulebookId, rulebookEdition.firstDay, rulebookEdition.edition),
);

/** Numbers of editions given to their rulebooks. */
export function byRulebook(
  rows: readonly { readonly id: number; readonly rulebookId: number }[],
): EditionIds {
  const ids = new Map<number, number[]>();
  for (const { id, rulebookId } of rows) ids.set(rulebookId, [...(ids.get(rulebookId) ?? []), id]);
  return new Map([...ids].map(([rulebookId, own]) => [rulebookId, { ids: own, text: own.join() }]));
}

/** All editions there are, ready to compute with. */
export async function allEditions(queries: Reads): Promise<CompiledRulebook[]> {
  const rows = await queries.select({ id: rulebookEdition.id }).from(rulebookEdition);
  const all: CompiledRulebook[] = [];
  for (const { id } of rows) all.push((await edition(queries, id)).rulebook);
  return all;
}
