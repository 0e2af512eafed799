import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { instant } from '@heath/core';
import { desc, eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCode } from '../features/pay-codes/service.ts';
import { type Company, freshCompany } from '../testing/company.ts';
import { EVERYBODY, type Pays, writing } from './audit-events.ts';
import { inTransaction, statement } from './round-trip.ts';
import { auditEvent, payCode } from './schema/index.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('audit_events', 8);
});
afterAll(() => company.close());

const BY = { userId: 1, personId: null, at: instant(1_793_000_000) };
const codes = async () => (await company.database.select().from(payCode)).length;

describe('a write', () => {
  it('leaves a row of who, when, what, before and after', async () => {
    const id = await createCode(company, company.who, null, {
      code: '777',
      name: 'Heard of',
      kind: 'hours',
    });
    const [row] = await company.database.select().from(auditEvent).orderBy(desc(auditEvent.id)).limit(1);
    expect(row).toMatchObject({
      at: company.clock.now(),
      userId: company.who.userId,
      what: 'added',
      about: 'pay_code',
      aboutId: id,
      isOwnPay: false,
      before: null,
      after: { code: '777', name: 'Heard of', kind: 'hours' },
    });
  });

  it('that does not say what it does is taken back, either way', async () => {
    const before = await codes();
    await expect(
      writing(company.database, BY, (tx) => tx.insert(payCode).values({ code: 'X', name: 'x' })),
    ).rejects.toThrow('did not say what it does');
    const insert = statement(company.database.insert(payCode).values({ code: 'Y', name: 'y' }));
    await expect(
      inTransaction(company.database, async () => ({ last: [insert], auditEvent: null, result: () => {} })),
    ).rejects.toThrow('did not say what it does');
    expect(await codes()).toBe(before);
  });

  it('that changes more than its operation says is taken back', async () => {
    const telling = (touches: 'nobody' | 'people' | 'everybody', pays: Pays) =>
      writing(company.database, { ...BY, touches }, async (_tx, tell) =>
        tell({ what: 'tried', about: 'pay_code', aboutId: 1, pays }),
      );
    await expect(telling('nobody', [1])).rejects.toThrow('touches people, and its definition says nobody');
    await expect(telling('nobody', EVERYBODY)).rejects.toThrow('touches everybody');
    await expect(telling('everybody', [1])).rejects.toThrow('touches people');
    await expect(telling('people', EVERYBODY)).rejects.toThrow('touches everybody');
    expect(await company.database.select().from(auditEvent).where(eq(auditEvent.what, 'tried'))).toEqual([]);
    await telling('people', 'nobody');
    await telling('people', [1]);
    await telling('everybody', EVERYBODY);
    expect(await company.database.select().from(auditEvent).where(eq(auditEvent.what, 'tried'))).toHaveLength(
      3,
    );
  });

  it('that is taken back leaves no row of it', async () => {
    const failing = writing(company.database, BY, async (_tx, tell) => {
      tell({ what: 'never was', about: 'pay_code', aboutId: 1, pays: 'nobody' });
      throw new Error('no');
    });
    await expect(failing).rejects.toThrow('no');
    expect(await company.database.select().from(auditEvent).where(eq(auditEvent.what, 'never was'))).toEqual(
      [],
    );
  });
});

describe('SQL by hand that writes', () => {
  it('stands in these files alone: everywhere else the types of the tables say what may be written without a row', () => {
    const root = fileURLToPath(new URL('..', import.meta.url));
    const sources = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && !file.startsWith('testing'),
    );
    const writes = /(sql|sql\.raw\()?`\s*(INSERT|UPDATE|DELETE|REPLACE|TRUNCATE|LOAD DATA)\b/;
    const found = sources.filter((file) => writes.test(readFileSync(join(root, file), 'utf8')));
    expect(found.sort()).toEqual([
      // Cards that are computed: `recompute` in the bench says why by hand.
      'cards/store-cards.ts',
      'database/answered.ts',
      // Whoever inserts many rows is given what writes everything.
      'database/insert-many.ts',
      // Punches of a file: `import` in the bench.
      'database/load-data.ts',
      // A load of the demo that was cut off.
      'demo/company.ts',
      // Cards that are touched, and those that must be there.
      'recompute/stale-cards.ts',
    ]);
  });
});
