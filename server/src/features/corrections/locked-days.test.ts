import { workdayFromIso } from '@heath/core';
import { count, eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { exceptionsOfCards } from '../../cards/listed-exceptions.ts';
import { card, correction } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { openCard } from '../cards/service.ts';
import { lockDays, payPeriodsOf } from '../periods/service.ts';
import { correct } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('locked_days');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const day = workdayFromIso;
const lock = (until: string | null) =>
  lockDays(company, company.who, null, {
    until: until === null ? null : day(until),
    reason: 'The books are closed',
  });
const corrections = async () => (await company.database.select({ all: count() }).from(correction))[0]!.all;

describe('days that are locked', () => {
  it('stay as they are paid; those after them do not, and open days are corrected again', async () => {
    const [someone] = await company.database.select({ personId: card.personId }).from(card);
    const key = { periodId: company.periodId, personId: someone!.personId };
    const flat = (iso: string) =>
      correct(company, null, company.who, key, {
        says: {
          kind: 'flat-hours',
          workday: day(iso),
          as: 'adjustment',
          code: 'Measured',
          length: 'PT1H',
          job: null,
          department: null,
        },
        note: '',
      });
    await lock('2026-10-24');
    const before = await corrections();
    await expect(flat('2026-10-24')).rejects.toMatchObject({ status: 409, type: 'sealed' });
    await expect(flat('2026-10-19')).rejects.toThrow('Days up to 24 Oct 2026 are locked');
    expect(await corrections()).toBe(before);
    await flat('2026-10-25');
    expect(await corrections()).toBe(before + 1);
    await lock(null);
    await flat('2026-10-24');
    expect(await corrections()).toBe(before + 2);
  });

  it('are told with who locked them and why; a lock that is moved is a lock of its own', async () => {
    await lock('2026-10-20');
    await lock('2026-10-22');
    expect((await payPeriodsOf(company)).lock).toEqual({
      until: day('2026-10-22'),
      reason: 'The books are closed',
      by: 'Odile Ravn',
      at: '2026-11-02T09:00:00Z',
    });
  });

  it('may be accepted as they are: that changes nothing that is paid', async () => {
    await lock('2026-11-01');
    const [one] = await exceptionsOfCards(company.database, eq(card.periodId, company.periodId));
    const key = { periodId: company.periodId, personId: one!.personId };
    const { exceptions } = await openCard(company, company.who, key);
    const open = exceptions.find(({ severity }) => severity !== 'note')!;
    const says = { kind: 'accept', exception: open.key, workday: open.workday } as const;
    await correct(company, null, company.who, key, { says, note: 'It was so' } as never);
    const after = await openCard(company, company.who, key);
    expect(after.exceptions.some((left) => left.key === open.key)).toBe(false);
    await lock(null);
  });
});
