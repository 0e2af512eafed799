import type { KnownToPaySystem } from '@heath/core';
import type { Reads } from '../database/connect.ts';
import { knownPerson } from '../database/schema/index.ts';

/** Whom the pay system knows; null where it has not said. */
export async function knownPeople(queries: Reads): Promise<KnownToPaySystem | null> {
  const rows = await queries.select().from(knownPerson);
  if (rows.length === 0) return null;
  return {
    people: new Map(rows.map(({ number, codes }) => [number, codes === null ? null : new Set(codes)])),
  };
}
