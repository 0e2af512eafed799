import type { ClassId } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Queries } from '../../database/connect.ts';
import { leave, payCode, payCodeClass, rulebookEdition } from '../../database/schema.ts';

export const codes = (queries: Queries) => queries.select().from(payCode).orderBy(payCode.code);
export const assignments = (queries: Queries) => queries.select().from(payCodeClass);
export const allRules = (queries: Queries) =>
  queries.select({ rules: rulebookEdition.rules }).from(rulebookEdition);

export async function findCode(queries: Queries, id: number) {
  const [row] = await queries.select().from(payCode).where(eq(payCode.id, id));
  return row;
}

export async function findCodeNamed(queries: Queries, code: string) {
  const [row] = await queries.select().from(payCode).where(eq(payCode.code, code));
  return row;
}

export async function addCode(queries: Queries, code: string, name: string): Promise<number> {
  const [result] = await queries.insert(payCode).values({ code, name });
  return result.insertId;
}

export async function assign(queries: Queries, classId: ClassId, payCodeId: number | null): Promise<void> {
  if (payCodeId === null) {
    await queries.delete(payCodeClass).where(eq(payCodeClass.classId, classId));
  } else {
    await queries
      .insert(payCodeClass)
      .values({ classId, payCodeId })
      .onDuplicateKeyUpdate({ set: { payCodeId } });
  }
}

/** The classes of leave and adjustments that people have. */
export async function leaveClasses(queries: Queries): Promise<ClassId[]> {
  const rows = await queries.selectDistinct({ kind: leave.kind, code: leave.code }).from(leave);
  return rows.map(({ kind, code }): ClassId => `${kind}:${code}`);
}
