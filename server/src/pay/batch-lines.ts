import { type BatchHead, type BatchLine, type Workday, workday } from '@heath/core';
import { and, asc, eq, gt, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { batch, batchLine, card, payCode, payGroup, period, person } from '../database/schema/index.ts';

const LINES_AT_ONCE = 5000;

/** The period that a line of a batch is of: its batch's own, or an earlier one that it corrects. */
export const periodOfLine = sql<number>`COALESCE(${batchLine.correctsId}, ${batch.periodId})`;

/** What a file says of a batch as a whole. People are paid on the fifth day after a period that says no other. */
export const headOf = (
  number: number,
  {
    firstDay,
    lastDay,
    payDay,
  }: { readonly firstDay: Workday; readonly lastDay: Workday; readonly payDay: Workday | null },
): BatchHead => ({ number, firstDay, lastDay, payDay: payDay ?? workday(lastDay + PAID_AFTER_DAYS) });

/** People are paid on this day after a period that says no other. */
export const PAID_AFTER_DAYS = 5;

/** The codes of the pay system, by code: what they are called, and to which account they go. */
export async function codesByCode(queries: Reads) {
  const rows = await queries
    .select({
      code: payCode.code,
      name: payCode.name,
      account: payCode.account,
      kind: payCode.kind,
      multiplier: payCode.multiplier,
      firstDay: payCode.firstDay,
      lastDay: payCode.lastDay,
    })
    .from(payCode);
  return new Map(rows.map((row) => [row.code, row]));
}

/** The lines of a batch as they were sealed, some thousand at a time, in order. */
export async function* linesOfBatch(queries: Reads, batchId: number): AsyncGenerator<readonly BatchLine[]> {
  const codes = await codesByCode(queries);
  for (let after = 0; ; ) {
    const rows = await queries
      .select({
        line: batchLine,
        name: person.name,
        group: payGroup.code,
        firstDay: period.firstDay,
        lastDay: period.lastDay,
      })
      .from(batchLine)
      .innerJoin(person, eq(person.id, batchLine.personId))
      .leftJoin(period, eq(period.id, batchLine.correctsId))
      .innerJoin(batch, eq(batch.id, batchLine.batchId))
      .leftJoin(card, and(eq(card.periodId, periodOfLine), eq(card.personId, batchLine.personId)))
      .leftJoin(payGroup, eq(payGroup.id, card.groupId))
      .where(and(eq(batchLine.batchId, batchId), gt(batchLine.seq, after)))
      .orderBy(asc(batchLine.seq))
      .limit(LINES_AT_ONCE);
    if (rows.length === 0) return;
    yield rows.map(({ line, name, group, firstDay, lastDay }) => ({
      seq: line.seq,
      person: line.personNumber,
      name,
      group: group ?? '',
      workday: line.workday,
      code: line.code,
      codeName: codes.get(line.code)?.name ?? '',
      account: codes.get(line.code)?.account ?? null,
      classId: line.classId,
      multiplier: line.multiplier,
      rule: line.rule,
      job: line.job,
      department: line.department,
      site: line.site,
      costCenter: line.costCenter,
      hours: line.hours,
      corrects: firstDay === null || lastDay === null ? null : { firstDay, lastDay },
    }));
    after = rows[rows.length - 1]?.line.seq ?? after;
    if (rows.length < LINES_AT_ONCE) return;
  }
}
