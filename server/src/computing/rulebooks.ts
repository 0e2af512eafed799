import { type CompiledRulebook, compileRulebook } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { rulebookEdition } from '../database/schema.ts';

/** Editions never change, so each is read and compiled once per process. */
const compiled = new Map<number, CompiledRulebook>();

/** A rulebook edition, ready to compute with. */
export async function compiledEdition(queries: Queries, editionId: number): Promise<CompiledRulebook> {
  const known = compiled.get(editionId);
  if (known !== undefined) return known;
  const [row] = await queries.select().from(rulebookEdition).where(eq(rulebookEdition.id, editionId));
  if (row === undefined) throw new Error(`There is no rulebook edition ${editionId}.`);
  const result = compileRulebook(row.rules, row.edition);
  if (!result.ok)
    throw new Error(`Rulebook edition ${editionId} is not valid: ${JSON.stringify(result.faults)}`);
  compiled.set(editionId, result.rulebook);
  return result.rulebook;
}
