import { type CompiledRulebook, compileRulebook, type Workday } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { payGroup, rulebookEdition } from '../database/schema.ts';

/** Editions never change, so each is compiled once per process. */
const compiled = new Map<number, CompiledRulebook>();

function compiledEdition(row: { id: number; edition: number; rules: unknown }): CompiledRulebook {
  let rulebook = compiled.get(row.id);
  if (rulebook === undefined) {
    const result = compileRulebook(row.rules, row.edition);
    if (!result.ok)
      throw new Error(`Rulebook edition ${row.id} is not valid: ${JSON.stringify(result.faults)}`);
    rulebook = result.rulebook;
    compiled.set(row.id, rulebook);
  }
  return rulebook;
}

/** The edition each pay group works under on a day, by the group's id. */
export async function rulebooksOn(queries: Queries, day: Workday): Promise<Map<number, CompiledRulebook>> {
  const rows = await queries
    .select({
      group: payGroup.id,
      id: rulebookEdition.id,
      edition: rulebookEdition.edition,
      firstDay: rulebookEdition.firstDay,
      rules: rulebookEdition.rules,
    })
    .from(payGroup)
    .innerJoin(rulebookEdition, eq(rulebookEdition.rulebookId, payGroup.rulebookId))
    .orderBy(rulebookEdition.edition);
  const inForce = new Map<number, CompiledRulebook>();
  for (const row of rows) if (row.firstDay <= day) inForce.set(row.group, compiledEdition(row));
  return inForce;
}
