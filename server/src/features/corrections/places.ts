import { Problem } from '../../base/problem.ts';
import { department, job, site } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import type { Says } from './on-card.ts';
import { exists } from './store.ts';

const TABLES = [
  ['job', job],
  ['department', department],
  ['site', site],
] as const;

/** The numbers of the job, department and site that a correction names. */
export const placesIn = (says: Says): readonly unknown[] => TABLES.map(([field]) => Reflect.get(says, field));

/** Throws where a correction names a job, department or site that does not exist. */
export async function checkPlaces({ database }: Pick<Context, 'database'>, says: Says): Promise<void> {
  for (const [field, table] of TABLES) {
    const id: unknown = Reflect.get(says, field);
    if (typeof id === 'number' && !(await exists(database, table, id)))
      throw new Problem(422, 'invalid', `There is no such ${field}.`, { field: `says.${field}` });
  }
}
