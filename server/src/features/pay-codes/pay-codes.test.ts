import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { leaveEntry, leaveKind } from '../../database/schema/index.ts';
import { type Company, freshCompany } from '../../testing/company.ts';
import { assignCode, payCodes } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('paycodes', 40);
});
afterAll(() => company.close());

describe('pay codes', () => {
  it('list everything that a rulebook can pay and the leave that people have, also without a code', async () => {
    const { classes } = await payCodes(company.database);
    expect(classes.map(({ classId }) => classId).sort()).toEqual([
      'guarantee:Call-out',
      'leave:Annual leave',
      'ordinary',
      'overtime-1.5',
      'overtime-2',
      'premium:Night',
    ]);
    await assignCode(company, company.who, null, 'guarantee:Call-out', null);
    const after = await payCodes(company.database);
    expect(after.classes).toContainEqual({ classId: 'guarantee:Call-out', codeId: null });
  });

  it('list leave by a code that nobody has mapped yet', async () => {
    const [jury] = await company.database
      .insert(leaveKind)
      .values({ code: 'Jury duty', name: 'Jury duty' })
      .$returningId();
    const day = { personId: 1, workday: 20_000 as never, kind: 'leave' as const, seconds: 3600 };
    await company.database
      .insert(leaveEntry)
      .values({ ...day, leaveKindId: jury!.id, reason: '', madeAt: 0 });
    expect((await payCodes(company.database)).classes).toContainEqual({
      classId: 'leave:Jury duty',
      codeId: null,
    });
  });

  it('refuse a code that is not there', async () => {
    await expect(assignCode(company, company.who, null, 'ordinary', 999)).rejects.toThrow(
      'There is no such pay code',
    );
  });
});
