import {
  type CarriedNames,
  type CompiledRulebook,
  compileRulebook,
  type EditionInForce,
  namesFrom,
  type WrittenRulebook,
} from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build, select } from '../database/round-trip.ts';
import { department, job, rulebookEdition, site } from '../database/schema/index.ts';

/** Editions never change, so each is read and compiled once per process. */
const compiled = new Map<number, EditionInForce>();
const written = new WeakMap<CompiledRulebook, WrittenRulebook>();

/** The rulebook that one was compiled from. Throws for one that `edition` did not give. */
export function writtenOf(rulebook: CompiledRulebook): WrittenRulebook {
  const found = written.get(rulebook);
  if (found === undefined) throw new Error('This rulebook was not read from the database.');
  return found;
}

/** Numbers of the jobs, departments and sites by their codes, as they are carried. */
export async function carriedNames(queries: Reads): Promise<CarriedNames> {
  const pairs = async (table: typeof job | typeof department | typeof site) => {
    const rows = await queries.select({ id: table.id, code: table.code }).from(table);
    return rows.map(({ code, id }) => [code, id] as const);
  };
  return { jobs: await pairs(job), departments: await pairs(department), sites: await pairs(site) };
}

/** A rulebook edition and when it comes into force. Throws where there is none of that number, or the core refuses it. */
export async function edition(queries: Reads, id: number): Promise<EditionInForce> {
  const known = compiled.get(id);
  if (known !== undefined) return known;
  const [row] = await queries.select().from(rulebookEdition).where(eq(rulebookEdition.id, id));
  if (row === undefined) throw new Error(`There is no rulebook edition ${id}.`);
  const result = compileRulebook(row.rules, row.edition, namesFrom(await carriedNames(queries)));
  if (!result.ok) throw new Error(`Rulebook edition ${id} is not valid: ${JSON.stringify(result.faults)}`);
  const inForce = { from: row.firstDay, rulebook: result.rulebook };
  compiled.set(id, inForce);
  written.set(result.rulebook, { edition: row.edition, rules: row.rules });
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
