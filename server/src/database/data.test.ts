import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../demo/load.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';

const page = readFileSync(new URL('../../../docs/data.md', import.meta.url), 'utf8');
const rowsOfPage = [...page.matchAll(/^\| `(\w+)`[^\n]*\|\s*([^|]*?)\s*\|$/gm)].map(([, table, changes]) => ({
  table: table!,
  changes: changes!,
}));

let company: Company;
beforeAll(async () => {
  company = await freshCompany('data');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const rows = async <T>(query: ReturnType<typeof sql>): Promise<T[]> =>
  ((await company.database.execute(query)) as unknown as [T[]])[0];

/** What the database says to a statement, which is taken back in any case. */
async function saidTo(statement: ReturnType<typeof sql>): Promise<string> {
  try {
    await company.database.transaction(async (queries) => {
      await queries.execute(statement);
      throw new Error('allowed');
    });
  } catch (error) {
    const { cause, message } = error as { cause?: { code?: string }; message: string };
    return cause?.code ?? message;
  }
  return 'allowed';
}

interface ForeignKey {
  readonly child: string;
  readonly column: string;
  readonly parent: string;
}
const foreignKeys = () =>
  rows<ForeignKey>(sql`
    SELECT table_name AS child, column_name AS \`column\`, referenced_table_name AS parent
      FROM information_schema.key_column_usage
     WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL
     ORDER BY table_name, column_name`);

describe('docs/data.md', () => {
  it('has a line for each table that there is, and none for another', async () => {
    const tables = await rows<{ name: string }>(sql`
      SELECT table_name AS name FROM information_schema.tables
       WHERE table_schema = DATABASE() AND table_name NOT LIKE '\\_\\_%' ORDER BY table_name`);
    expect(rowsOfPage.map(({ table }) => table).sort()).toEqual(tables.map(({ name }) => name));
  });

  it('draws each foreign key', async () => {
    const drawn = new Set(
      [...page.matchAll(/^ {2}(\w+) \|\|--o[{|] (\w+) :/gm)].map(([, parent, child]) => `${parent} ${child}`),
    );
    const there = new Set((await foreignKeys()).map(({ parent, child }) => `${parent} ${child}`));
    expect([...drawn].sort()).toEqual([...there].sort());
  });
});

describe('the database refuses', () => {
  it('an orphan, by every foreign key of a table that has rows', async () => {
    const tried: string[] = [];
    for (const { child, column } of await foreignKeys()) {
      const table = sql.identifier(child);
      const [first] = await rows(sql`SELECT 1 FROM ${table} LIMIT 1`);
      if (first === undefined || ONLY_GROWS.includes(child)) continue;
      const said = await saidTo(sql`UPDATE ${table} SET ${sql.identifier(column)} = 2000000000 LIMIT 1`);
      expect(`${child}.${column}: ${said}`).toBe(`${child}.${column}: ER_NO_REFERENCED_ROW_2`);
      tried.push(child);
    }
    expect([...new Set(tried)]).toEqual(
      expect.arrayContaining([
        'card',
        'import_chunk',
        'import_file',
        'pay_code_class',
        'pay_group',
        'period',
        'person',
        'plan',
      ]),
    );
  });

  const ONLY_GROWS = rowsOfPage
    .filter(({ changes }) => changes.includes('only grows'))
    .map(({ table }) => table);

  it('a change to what only grows, and that it goes', async () => {
    expect(ONLY_GROWS).toEqual(['rulebook_edition', 'leave_day', 'punch', 'correction', 'handoff_line']);
    const [person] = await rows<{ id: number; period: number }>(
      sql`SELECT person_id AS id, period_id AS period FROM card LIMIT 1`,
    );
    await company.database.execute(sql`
      INSERT INTO correction (person_id, kind, says, period_id, note, payable_before, payable_after, made_by, made_at)
      VALUES (${person!.id}, 'accept', '{"exception":"x","workday":20000}', ${person!.period}, '', 0, 0, 1, 1)`);
    await company.database.execute(sql`
      INSERT INTO handoff (period_id, people, \`lines\`, payable_hours, premium_hours, made_by, made_at)
      SELECT id, 0, 0, 0, 0, 1, 1 FROM period WHERE id NOT IN (SELECT period_id FROM handoff) LIMIT 1`);
    await company.database.execute(sql`
      INSERT INTO handoff_line (handoff_id, seq, person_number, workday, code, class_id, hours)
      SELECT MAX(id), 999999, 'X', '2026-10-19', '110', 'ordinary', 1 FROM handoff`);
    for (const table of ONLY_GROWS) {
      const [column] = await rows<{ name: string }>(sql`
        SELECT column_name AS name FROM information_schema.columns
         WHERE table_schema = DATABASE() AND table_name = ${table} ORDER BY ordinal_position LIMIT 1`);
      const name = sql.identifier(column!.name);
      const [row] = await rows(sql`SELECT 1 FROM ${sql.identifier(table)} LIMIT 1`);
      expect(`${table} has rows: ${row !== undefined}`).toBe(`${table} has rows: true`);
      expect(await saidTo(sql`UPDATE ${sql.identifier(table)} SET ${name} = ${name} LIMIT 1`)).toBe(
        'ER_SIGNAL_EXCEPTION',
      );
      expect(await saidTo(sql`DELETE FROM ${sql.identifier(table)} LIMIT 1`)).toBe('ER_SIGNAL_EXCEPTION');
    }
  });

  it('a double: of a punch, a plan, a card, a period, an edition, a batch', async () => {
    for (const table of ['punch', 'plan', 'card', 'period', 'rulebook_edition', 'pay_code_class', 'user']) {
      const columns = await rows<{ name: string; extra: string }>(sql`
        SELECT column_name AS name, extra FROM information_schema.columns
         WHERE table_schema = DATABASE() AND table_name = ${table} ORDER BY ordinal_position`);
      const names = sql.join(
        columns.filter(({ extra }) => extra === '').map(({ name }) => sql.identifier(name)),
        sql`, `,
      );
      const same = sql`INSERT INTO ${sql.identifier(table)} (${names}) SELECT ${names} FROM ${sql.identifier(table)} LIMIT 1`;
      expect(`${table}: ${await saidTo(same)}`).toBe(`${table}: ER_DUP_ENTRY`);
    }
  });
});
