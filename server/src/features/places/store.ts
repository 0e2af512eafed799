import type { PlacesReply } from '@heath/contract';
import type { Reads } from '../../database/connect.ts';
import { department, job, site } from '../../database/schema/index.ts';

/** The jobs, departments and sites that there are, by name. */
export async function placesByName(queries: Reads): Promise<PlacesReply> {
  const named = (table: typeof job | typeof department | typeof site) =>
    queries.select({ id: table.id, name: table.name }).from(table).orderBy(table.name);
  return { jobs: await named(job), departments: await named(department), sites: await named(site) };
}
