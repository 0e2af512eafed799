import { classOf, type DifferenceLine, workdayFromIso } from '@heath/core';
import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Company, freshCompany } from '../../testing/company.ts';
import { card, difference } from './index.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('paid_lines', 8);
  await company.database.insert(card).values({
    periodId: company.periodId,
    personId: 1,
    groupId: 1,
    departmentId: 1,
    siteId: 1,
  });
});
afterAll(() => company.close());

const LINES: readonly DifferenceLine[] = [
  {
    workday: workdayFromIso('2026-10-30'),
    code: '110',
    classId: classOf(1),
    multiplier: 1,
    rule: null,
    job: 'storm-duty',
    department: 'deck',
    site: null,
    costCenter: '0042',
    seconds: -7200,
    hours: -180_000,
  },
];
const kept = async () =>
  (await company.database.select().from(difference).where(eq(difference.personId, 1)))[0]!.lines;

describe('lines that differ', () => {
  it('are kept without the names of their values, and come back whole', async () => {
    const { database, periodId } = company;
    await database
      .insert(difference)
      .values({ periodId, personId: 1, version: 1, lines: LINES, lineCount: 1, payableHours: 0 });
    expect(await kept()).toEqual(LINES);
    const [text] = (await database.execute(sql`SELECT \`lines\` AS text FROM ${difference}`)) as unknown as [
      { text: string }[],
    ];
    expect(text[0]?.text).not.toContain('workday');
  });
});
