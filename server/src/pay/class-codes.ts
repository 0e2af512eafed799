import type { ClassId } from '@heath/core';
import { and, isNotNull, isNull } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { mappingRule } from '../database/schema/index.ts';

/** What makes a rule one of a class alone: everything else does not matter to it. */
export const ofClassAlone = and(
  isNotNull(mappingRule.classId),
  ...(
    [
      'firstDay',
      'lastDay',
      'multiplier',
      'jobId',
      'jobType',
      'departmentId',
      'siteId',
      'costCenterId',
      'groupId',
      'personId',
      'weekday',
      'holiday',
    ] as const
  ).map((column) => isNull(mappingRule[column])),
);

/** Which code each class is paid under by the rules of a class alone, the first of each. */
export async function codeIds(queries: Reads): Promise<Map<ClassId, number>> {
  const rows = await queries
    .select({ classId: mappingRule.classId, payCodeId: mappingRule.payCodeId })
    .from(mappingRule)
    .where(ofClassAlone)
    .orderBy(mappingRule.position);
  const ids = new Map<ClassId, number>();
  for (const { classId, payCodeId } of rows)
    if (classId !== null && !ids.has(classId)) ids.set(classId, payCodeId);
  return ids;
}
