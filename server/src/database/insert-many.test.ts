import { asc, like } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Company, freshCompany } from '../testing/company.ts';
import { insertMany } from './insert-many.ts';
import { payCode } from './schema/index.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('insert_many', 4);
});
afterAll(() => company.close());

describe('many rows at once', () => {
  it('arrive as they are, whatever is in them, and all of them', async () => {
    const names = [
      "O'Hara",
      'a \\ b \\',
      '? ?? :x',
      "'); DELETE FROM pay_code; -- ",
      '🌾 Ährengold\u00a0',
      'two\nlines\t"quoted"',
      '',
      '\u0000 and \u001a',
    ];
    const rows = Array.from({ length: 2501 }, (_, i) => ({
      code: `M${String(i).padStart(5, '0')}`,
      name: names[i % names.length]!,
      account: i % 3 === 0 ? null : `4${i}`,
    }));
    await insertMany(company.database, payCode, rows);
    const found = await company.database
      .select({ code: payCode.code, name: payCode.name, account: payCode.account })
      .from(payCode)
      .where(like(payCode.code, 'M%'))
      .orderBy(asc(payCode.code));
    expect(found).toEqual(rows);
  });

  it('are refused as one by one would be, and none of them stays', async () => {
    const twice = { code: 'N1', name: 'Once' };
    await expect(insertMany(company.database, payCode, [twice, twice])).rejects.toThrow();
    const found = await company.database.select().from(payCode).where(like(payCode.code, 'N%'));
    expect(found).toEqual([]);
  });
});
