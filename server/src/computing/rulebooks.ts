import {
  type CompiledRulebook,
  compileRulebook,
  type DepartmentId,
  type EditionInForce,
  Editions,
  type JobId,
  type Names,
  type SiteId,
  type Workday,
} from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { department, job, rulebookEdition, site } from '../database/schema.ts';

/** Editions never change, so each is read and compiled once per process. */
const compiled = new Map<number, EditionInForce>();

/** Numbers of the jobs, departments and sites that rulebooks name. */
async function namesIn(queries: Queries): Promise<Names> {
  const numbers = async <T extends number>(table: typeof job | typeof department | typeof site) => {
    const rows = await queries.select({ id: table.id, name: table.name }).from(table);
    const ids = new Map(rows.map((row) => [row.name, row.id as T]));
    return (name: string) => ids.get(name);
  };
  return {
    job: await numbers<JobId>(job),
    department: await numbers<DepartmentId>(department),
    site: await numbers<SiteId>(site),
  };
}

async function edition(queries: Queries, id: number): Promise<EditionInForce> {
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

/** A rulebook edition, ready to compute with. */
export async function compiledEdition(queries: Queries, id: number): Promise<CompiledRulebook> {
  return (await edition(queries, id)).rulebook;
}

/** The computation keeps what it prepares by the object, so equal editions are one object. */
const together = new Map<string, Editions>();
/** As far as a cycle or an average may reach. */
const REACH_DAYS = 400;

/**
 * The editions that a span of days may need, ready to compute with.
 *
 * @param ids of a rulebook's editions, by their first day, with commas between
 */
export async function editionsOf(
  queries: Queries,
  ids: string,
  first: Workday,
  last: Workday,
): Promise<Editions> {
  const key = `${ids} ${first} ${last}`;
  let editions = together.get(key);
  if (editions === undefined) {
    const inForce: EditionInForce[] = [];
    for (const id of ids.split(',')) inForce.push(await edition(queries, Number(id)));
    editions = new Editions(inForce).within((first - REACH_DAYS) as Workday, (last + REACH_DAYS) as Workday);
    together.set(key, editions);
  }
  return editions;
}
