import { cardRows, differenceRows } from '@heath/contract';
import { workdayFromIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { batchLine } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { listCards } from '../cards/service.ts';
import { correct } from '../corrections/service.ts';
import { decide, differences, sentAndNow } from '../differences/service.ts';
import { handOff } from './sealing.ts';
import { takeBack } from './taking-back.ts';

/** Nobody clocked them in: their card has no lines, and so has every batch of them. */
const IDLE = 'MF-0103';
const HOUR = 90_000;
let company: Company;
let personId: number;
beforeAll(async () => {
  company = await freshCompany('taken_back_empty', 12);
  await importFile(
    company,
    'clocks.csv',
    bytes(
      generatedLines(12)
        .filter((line) => !line.startsWith(IDLE))
        .join('\n'),
    ),
  );
  await company.work();
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  personId = rows.find(({ number }) => number === IDLE)!.personId;
});
afterAll(() => company.close());

const overrides = ['known people', 'approved', 'new codes'].map((check) => ({
  check,
  reason: 'It is tried',
}));
async function handOffAll(): Promise<number> {
  for (let times = 0; times < 3; times++) {
    await settleAll(company);
    await company.work();
  }
  await approveAll(company);
  const { batchId } = await handOff(company, company.who, null, company.periodId, { overrides });
  await company.work();
  return batchId;
}

describe('a card that had nothing to be paid when it was handed off', () => {
  it('is paid once for what came after that, also where that was approved before its batch was taken back', async () => {
    const first = await handOffAll();
    const key = { periodId: company.periodId, personId };
    expect((await sentAndNow(company, company.who, company.periodId, personId)).sent).toEqual([]);
    await correct(company, null, company.who, key, {
      says: {
        kind: 'flat-hours',
        workday: workdayFromIso('2026-10-21'),
        as: 'leave',
        code: 'Annual leave',
        length: 'PT2H',
        job: null,
        department: null,
      },
      note: 'It was booked late',
    });
    await company.work();
    const [found] = differenceRows(await differences(company, company.who));
    expect(found).toMatchObject({ personId, payableHours: 2 * HOUR });
    for (const what of ['carry', 'approve'] as const)
      await decide(company, company.who, null, {
        what,
        differences: [{ ...key, version: found!.version }],
        reason: '',
      });
    await takeBack(company, company.who, null, first, 'reopened', 'Too early');
    await company.work();
    // The card is open: nothing of it was sent, so that nothing differs.
    expect(differenceRows(await differences(company, company.who))).toEqual([]);
    const again = await handOffAll();
    const lines = await company.database
      .select({ hours: batchLine.hours, personId: batchLine.personId })
      .from(batchLine)
      .where(eq(batchLine.batchId, again));
    expect(lines.filter((line) => line.personId === personId).map(({ hours }) => hours)).toEqual([2 * HOUR]);
    expect(differenceRows(await differences(company, company.who))).toEqual([]);
  });
});
