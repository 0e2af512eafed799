import type { Reads } from '../../database/connect.ts';
import { leaveKind } from '../../database/schema/index.ts';

/** The kinds of leave by name. */
export const leaveKinds = (queries: Reads) =>
  queries.select({ code: leaveKind.code, name: leaveKind.name }).from(leaveKind).orderBy(leaveKind.name);
