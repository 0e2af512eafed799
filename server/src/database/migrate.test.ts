import { fileURLToPath } from 'node:url';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Company, freshCompany } from '../testing/company.ts';
import { migrate } from './migrate.ts';
import { person } from './schema/index.ts';

const folder = fileURLToPath(new URL('../../migrations', import.meta.url));
let company: Company;
beforeAll(async () => {
  company = await freshCompany('migrate');
});
afterAll(() => company.close());

const count = async () => (await company.database.select().from(person)).length;

describe('bringing a database up to date', () => {
  it('changes nothing where it is', async () => {
    const before = await count();
    await migrate(company.url, folder);
    expect(await count()).toBe(before);
  });

  it('refuses one that another Heath made, says what to do, and leaves it as it is', async () => {
    const before = await count();
    await company.database.execute(
      sql`INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('of another', 1700000000000)`,
    );
    await expect(migrate(company.url, folder)).rejects.toThrow(/made by another Heath.*HEATH_DATA/);
    expect(await count()).toBe(before);
  });
});
