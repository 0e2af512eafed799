import type { ClassId } from '@heath/core';
import { and, eq, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { leaveEntry, leaveKind, mappingRule, payCode, rulebookEdition } from '../../database/schema/index.ts';
import { ofClassAlone } from '../../pay/class-codes.ts';

export const codes = (queries: Reads) => queries.select().from(payCode).orderBy(payCode.code);
export const allRules = (queries: Reads) =>
  queries.select({ rules: rulebookEdition.rules }).from(rulebookEdition);

export async function findCode(queries: Reads, id: number) {
  const [row] = await queries.select().from(payCode).where(eq(payCode.id, id));
  return row;
}

export async function findCodeNamed(queries: Reads, code: string) {
  const [row] = await queries.select().from(payCode).where(eq(payCode.code, code));
  return row;
}

export async function addCode(queries: Queries, code: string, name: string): Promise<number> {
  const [result] = await queries.insert(payCode).values({ code, name });
  return result.insertId;
}

/** Says under which code a class is paid, by a rule of its own behind all others; null takes that rule away. */
export async function assign(queries: Queries, classId: ClassId, payCodeId: number | null): Promise<void> {
  const own = and(ofClassAlone, eq(mappingRule.classId, classId));
  const [rule] = await queries.select({ id: mappingRule.id }).from(mappingRule).where(own).for('update');
  if (payCodeId === null) await queries.delete(mappingRule).where(own);
  else if (rule !== undefined)
    await queries.update(mappingRule).set({ payCodeId }).where(eq(mappingRule.id, rule.id));
  else {
    const [last] = await queries
      .select({ position: sql<number | null>`MAX(${mappingRule.position})` })
      .from(mappingRule);
    await queries.insert(mappingRule).values({ position: (last?.position ?? 0) + 1, classId, payCodeId });
  }
}

/** The classes of leave and adjustments that people have. */
export async function leaveClasses(queries: Reads): Promise<ClassId[]> {
  const rows = await queries
    .selectDistinct({ kind: leaveEntry.kind, code: leaveKind.code })
    .from(leaveEntry)
    .innerJoin(leaveKind, eq(leaveKind.id, leaveEntry.leaveKindId));
  return rows.map(({ kind, code }): ClassId => `${kind}:${code}`);
}
