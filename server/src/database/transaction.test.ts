import { instant } from '@heath/core';
import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Company, freshCompany } from '../testing/company.ts';
import { auditEventQuery, writing } from './audit-events.ts';
import { connect, disconnect } from './connect.ts';
import { isToBeRepeated } from './failures.ts';
import { build, inTransaction, statement } from './round-trip.ts';
import { payCode } from './schema/index.ts';
import { repeated } from './transaction.ts';

const BY = { userId: 1, personId: null, at: instant(1_793_000_000) };

let company: Company;
beforeAll(async () => {
  company = await freshCompany('transaction', 8);
  await company.database.insert(payCode).values([
    { code: 'A', name: '0' },
    { code: 'B', name: '0' },
  ]);
});
afterAll(() => company.close());

const nameOf = async (code: string) =>
  (await company.database.select().from(payCode).where(eq(payCode.code, code)))[0]!.name;

describe('transactions', () => {
  it('that the database ends as a deadlock are repeated until both are done', async () => {
    let begun = 0;
    /** Two that take the same two rows in opposite order, and meet. */
    const addOne = (first: string, second: string, meet: Promise<void>, arrive: () => void) =>
      writing(company.database, BY, async (tx, tell) => {
        tell({ what: 'tried', about: 'pay_code', aboutId: 1, pays: 'nobody' });
        begun++;
        for (const code of [first, second]) {
          const [row] = await tx.select().from(payCode).where(eq(payCode.code, code)).for('update');
          await tx
            .update(payCode)
            .set({ name: String(Number(row!.name) + 1) })
            .where(eq(payCode.code, code));
          arrive();
          await meet;
        }
      });
    const arrivals = [deferred(), deferred()];
    const both = Promise.all(arrivals.map(({ promise }) => promise)).then(() => {});
    await Promise.all([
      addOne('A', 'B', both, () => arrivals[0]!.resolve(undefined)),
      addOne('B', 'A', both, () => arrivals[1]!.resolve(undefined)),
    ]);
    expect([await nameOf('A'), await nameOf('B')]).toEqual(['2', '2']);
    // One of them was taken back at least once.
    expect(begun).toBeGreaterThan(2);
  });

  it('take everything back where something is thrown', async () => {
    const failed = writing(company.database, BY, async (tx, tell) => {
      tell({ what: 'tried', about: 'pay_code', aboutId: 1, pays: 'nobody' });
      await tx.insert(payCode).values({ code: 'C', name: 'c' });
      throw new Error('no');
    });
    await expect(failed).rejects.toThrow('no');
    expect(await company.database.select().from(payCode).where(eq(payCode.code, 'C'))).toEqual([]);
  });

  it('of which nothing can be shown once they are kept stay kept, and give their connection back once', async () => {
    const one = connect(company.url, 1);
    const insert = (code: string) => [statement(build.insert(payCode).values({ code, name: 'n' }))];
    const told = () => auditEventQuery(BY, { what: 'tried', about: 'pay_code', aboutId: 1, pays: 'nobody' });
    const unshown = inTransaction(one, async (trip) => {
      await trip.send(statement(sql`SELECT 1`));
      return {
        last: insert('D'),
        auditEvent: told(),
        meanwhile: () => {
          throw new Error('cannot be made ready');
        },
        result: () => {
          throw new Error('cannot be shown');
        },
      };
    });
    const between = deferred();
    // On the only connection: whoever gave it back twice would let the last into the middle of this one, which would keep it.
    const takenBack = writing(one, BY, async (tx, tell) => {
      tell({ what: 'tried', about: 'pay_code', aboutId: 1, pays: 'nobody' });
      await tx.insert(payCode).values({ code: 'E', name: 'n' });
      await between.promise;
      throw new Error('taken back');
    });
    await expect(unshown).rejects.toThrow('cannot be shown');
    const last = inTransaction(one, async (trip) => {
      await trip.send(statement(sql`SELECT 1`));
      return { last: insert('F'), auditEvent: told(), result: () => 'shown' };
    });
    await new Promise((resolve) => setTimeout(resolve, 100));
    between.resolve(undefined);
    await expect(takenBack).rejects.toThrow('taken back');
    expect(await last).toBe('shown');
    const kept = await company.database.select({ code: payCode.code }).from(payCode);
    expect(kept.map(({ code }) => code).filter((code) => ['D', 'E', 'F'].includes(code))).toEqual(['D', 'F']);
    await disconnect(one);
  });

  it('are not repeated for ever', async () => {
    let tries = 0;
    const stubborn = repeated(async () => {
      tries++;
      throw Object.assign(new Error('Deadlock found'), { errno: 1213 });
    });
    await expect(stubborn).rejects.toSatisfy(isToBeRepeated);
    expect(tries).toBe(6);
  });
});

function deferred() {
  let resolve: (value: unknown) => void = () => {};
  const promise = new Promise((done) => {
    resolve = done;
  });
  return { promise, resolve };
}
