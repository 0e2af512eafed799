import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Company, freshCompany } from '../testing/company.ts';
import { auditEventQuery } from './audit-events.ts';
import { connect, type Database, disconnect } from './connect.ts';
import { inTransaction, sendAlone, statement } from './round-trip.ts';
import { transaction } from './transaction.ts';

const CONNECTIONS = 2;
let company: Company;
let database: Database;
beforeAll(async () => {
  company = await freshCompany('pools');
  database = connect(company.url, CONNECTIONS);
});
afterAll(async () => {
  await disconnect(database);
  await company.close();
});

const ONE = statement(sql`SELECT 1`);
const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

describe('more transactions than there are connections', () => {
  it('all end, though each asks for something to be read beside it', async () => {
    const many = Array.from({ length: 4 * CONNECTIONS }, (_, i) =>
      inTransaction(database, async ({ send }) => {
        await send(ONE);
        // All of them have begun by now, as far as there are connections.
        await wait(50);
        await sendAlone(database, ONE);
        await database.execute(sql`SELECT 2`);
        const told = { what: 'tried', about: 'setting', aboutId: i, pays: 'nobody' } as const;
        const auditEvent = auditEventQuery({ userId: null, personId: null, at: company.clock.now() }, told);
        return { last: [ONE], auditEvent, result: () => i };
      }),
    );
    expect(await Promise.all(many)).toEqual(many.map((_, i) => i));
  });

  it('and so do those of several statements', async () => {
    const many = Array.from({ length: 4 * CONNECTIONS }, (_, i) =>
      transaction(database, async (tx) => {
        await tx.execute(sql`SELECT 1`);
        await wait(50);
        await sendAlone(database, ONE);
        return i;
      }),
    );
    expect(await Promise.all(many)).toEqual(many.map((_, i) => i));
  });
});
