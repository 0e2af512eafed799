import type { Instant, MappingRule } from '@heath/core';
import { desc, eq } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { mapping, user } from '../database/schema/index.ts';

/** A mapping as it is kept. */
export interface KeptMapping {
  /** Null where nothing is mapped yet. */
  readonly id: number | null;
  readonly rules: readonly MappingRule[];
  readonly madeBy: string | null;
  readonly madeAt: Instant | null;
}

const kept = (queries: Reads) =>
  queries
    .select({ id: mapping.id, rules: mapping.rules, madeBy: user.name, madeAt: mapping.madeAt })
    .from(mapping)
    .leftJoin(user, eq(user.id, mapping.madeBy));

const NOTHING: KeptMapping = { id: null, rules: [], madeBy: null, madeAt: null };

/** The mapping that holds now. */
export async function currentMapping(queries: Reads): Promise<KeptMapping> {
  const [row] = await kept(queries).orderBy(desc(mapping.id)).limit(1);
  return row ?? NOTHING;
}

/** A mapping that held once. */
export async function mappingAt(queries: Reads, id: number): Promise<KeptMapping> {
  const [row] = await kept(queries).where(eq(mapping.id, id));
  return row ?? NOTHING;
}
