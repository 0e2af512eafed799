import { type ClassId, classParts, type Instant, type MappingRule, type Rulebook } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import {
  costCenter,
  department,
  job,
  leaveEntry,
  leaveKind,
  mapping,
  payCode,
  payGroup,
  rulebookEdition,
  site,
} from '../../database/schema/index.ts';

/** What of the company rules can name. */
export async function namesOf(queries: Reads) {
  const named = async (table: typeof department | typeof site | typeof costCenter | typeof payGroup) =>
    queries.select({ id: table.id, code: table.code, name: table.name }).from(table).orderBy(table.name);
  const jobs = await queries
    .select({ id: job.id, code: job.code, name: job.name, type: job.type })
    .from(job)
    .orderBy(job.name);
  const types = new Set(jobs.flatMap(({ type }) => (type === null ? [] : [type])));
  return {
    jobs,
    jobTypes: [...types].sort().map((type) => ({ code: type, name: type })),
    departments: await named(department),
    sites: await named(site),
    costCenters: await named(costCenter),
    groups: await named(payGroup),
  };
}

export const allRulebooks = async (queries: Reads): Promise<Rulebook[]> =>
  (await queries.select({ rules: rulebookEdition.rules }).from(rulebookEdition)).map(
    ({ rules }) => rules as Rulebook,
  );

/** The classes of leave and adjustments that people have or may have. */
export async function leaveClasses(queries: Reads): Promise<ClassId[]> {
  const kinds = await queries.select({ code: leaveKind.code }).from(leaveKind);
  const rows = await queries
    .selectDistinct({ kind: leaveEntry.kind, code: leaveKind.code })
    .from(leaveEntry)
    .innerJoin(leaveKind, eq(leaveKind.id, leaveEntry.leaveKindId));
  const all = new Set<ClassId>(kinds.map(({ code }): ClassId => `leave:${code}`));
  for (const { kind, code } of rows) all.add(`${kind}:${code}`);
  return [...all].filter((classId) => classParts(classId).kind !== 'worked');
}

export const codesByCode = (queries: Reads) =>
  queries
    .select({ code: payCode.code, name: payCode.name, kind: payCode.kind, multiplier: payCode.multiplier })
    .from(payCode)
    .orderBy(payCode.code);

export async function addMapping(
  queries: Queries,
  rules: readonly MappingRule[],
  made: { readonly madeBy: number; readonly madeAt: Instant },
): Promise<number> {
  const [result] = await queries.insert(mapping).values({ rules, ...made });
  return result.insertId;
}
