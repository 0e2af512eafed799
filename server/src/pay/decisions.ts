import { max } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { decision } from '../database/schema/index.ts';

/** The number of what was decided last of each difference. */
export const lastDecisions = (queries: Reads) =>
  queries
    .select({ periodId: decision.periodId, personId: decision.personId, id: max(decision.id).as('last_id') })
    .from(decision)
    .groupBy(decision.periodId, decision.personId)
    .as('last_decision');
