import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../demo/acting.ts';
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
    const { cause, message } = error as { cause?: { code?: string; errno?: number }; message: string };
    // The driver knows MySQL's names, and MariaDB's number is another's there.
    return cause?.errno === 4025 ? 'ER_CONSTRAINT_FAILED' : (cause?.code ?? message);
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

interface Column {
  readonly name: string;
  readonly type: string;
  readonly isUnique: 0 | 1;
}
/** The columns that a row is made of: without those that the database fills itself. */
const columnsOf = (table: string) =>
  rows<Column>(sql`
    SELECT column_name AS name, data_type AS type,
           EXISTS (SELECT 1 FROM information_schema.statistics s
                    WHERE s.table_schema = DATABASE() AND s.table_name = c.table_name
                      AND s.column_name = c.column_name AND s.non_unique = 0) AS isUnique
      FROM information_schema.columns c
     WHERE table_schema = DATABASE() AND table_name = ${table} AND extra NOT LIKE '%auto_increment%' AND extra NOT LIKE '%GENERATED%'
     ORDER BY ordinal_position`);

/** A value like another, but not the same. */
const other = ({ name, type }: Column): ReturnType<typeof sql> => {
  const column = sql.identifier(name);
  if (type === 'date') return sql`${column} - INTERVAL 1000 DAY`;
  if (type === 'varchar' || type === 'char') return sql`CONCAT('~', LEFT(${column}, 8))`;
  return type === 'enum' ? sql`${column}` : sql`${column} + 1000`;
};

/** The first row of a table once more, with some values that are others. */
const onceMore = async (
  table: string,
  written: (column: Column) => ReturnType<typeof sql>,
): Promise<ReturnType<typeof sql>> => {
  const columns = await columnsOf(table);
  const names = sql.join(
    columns.map(({ name }) => sql.identifier(name)),
    sql`, `,
  );
  const values = sql.join(columns.map(written), sql`, `);
  return sql`INSERT INTO ${sql.identifier(table)} (${names}) SELECT ${values} FROM ${sql.identifier(table)} LIMIT 1`;
};

/** Columns that the database reads from a column of JSON, and where they stand there. */
const READ_FROM: Readonly<Record<string, Readonly<Record<string, readonly [column: string, path: string]>>>> =
  {
    correction: { punch_id: ['says', '$.punch'], undoes: ['says', '$.undoes'] },
  };

/** Writes a value into a column of a table, whether it is written or read from JSON; null for all other columns. */
function holding(table: string, column: string, { name }: Column, value: ReturnType<typeof sql>) {
  if (name === column) return value;
  const [from, path] = READ_FROM[table]?.[column] ?? [];
  return name === from ? sql`JSON_SET(${sql.identifier(name)}, ${path}, ${value})` : null;
}

/** Of these tables one column is filled, and the kind says which. */
const ONE_OF: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  user_reach: { group_id: 'group', site_id: 'site', department_id: 'department' },
  punch_source: { import_id: 'file', device_id: 'device', user_id: 'by hand' },
};

/** The value that such a table needs beside a column that is filled; undefined where it needs none. */
function beside(table: string, column: string, name: string): ReturnType<typeof sql> | undefined {
  const kinds = ONE_OF[table];
  const kind = kinds?.[column];
  if (kinds === undefined || kind === undefined) return undefined;
  if (name === 'kind') return sql`${kind}`;
  return name in kinds ? sql`NULL` : undefined;
}

const asItIs = ({ name }: Column) => sql`${sql.identifier(name)}`;
const ONLY_GROWS = rowsOfPage
  .filter(({ changes }) => changes.includes('only grows'))
  .map(({ table }) => table);

/** Rows for the tables that an import leaves empty. */
async function fillTheRest(): Promise<void> {
  for (const statement of [
    `INSERT INTO assignment_job SELECT person_id, first_day, (SELECT MIN(id) FROM job) FROM assignment LIMIT 1`,
    `INSERT INTO session (sid, user_id, data, expires_at) VALUES ('s', 1, '{}', 0)`,
    `INSERT INTO sign_in_attempt (\`key\`, hits, reset_at) VALUES ('k', 1, 0)`,
    `INSERT INTO known_sign_in VALUES (1, '192.0.2.1', 0)`,
    `INSERT INTO answered_write VALUES (1, 'a-key-of-it', 'x', '1', 0)`,
    `INSERT INTO flat_amount (period_id, person_id, workday, name, amount, note, made_by, made_at) SELECT period_id, person_id, '2026-10-19', 'x', 9, '', 1, 1 FROM card LIMIT 1`,
    `INSERT INTO day_lock (until, reason, made_by, made_at) VALUES ('2026-10-18', 'x', 1, 1)`,
    `INSERT INTO setting VALUES ('x', 'y')`,
    `INSERT INTO printed_file (user_id, name, made_at) VALUES (1, 'x', 0)`,
    `INSERT INTO printed_chunk SELECT id, 0, 'x' FROM printed_file`,
    `INSERT INTO leave_balance SELECT person_id, leave_kind_id, workday, 3600 FROM leave_entry LIMIT 1`,
    `INSERT INTO device (code, name, site_id) SELECT 'gate', 'Gate', MIN(id) FROM site`,
    `INSERT INTO reason (text, made_by, made_at) VALUES ('x', 1, 1)`,
    `INSERT INTO bulk (what, made_by, made_at) VALUES ('x', 1, 1)`,
    `INSERT INTO correction (person_id, kind, says, workday, period_id, note, payable_before, payable_after, made_by, made_at)
     SELECT person_id, 'accept', '{"exception":"x","workday":20000}', '2024-10-04', period_id, '', 0, 0, 1, 1 FROM card LIMIT 1`,
    `INSERT INTO approval (period_id, person_id, fingerprint, made_by, made_at)
     SELECT period_id, person_id, 1, 1, 1 FROM card LIMIT 1`,
    `INSERT INTO question (period_id, person_id, exception, workday, asked_of, text, made_by, made_at)
     SELECT period_id, person_id, 'x', '2026-10-19', 'person', 'x', 1, 1 FROM card LIMIT 1`,
    `INSERT INTO question_event (question_id, what, made_by, made_at) SELECT id, 'reminded', 1, 1 FROM question`,
    `INSERT INTO saved_search (user_id, name, search) VALUES (1, 'x', '{}')`,
    `INSERT INTO batch (kind, period_id, people, \`lines\`, payable_hours, premium_hours, made_by, made_at)
     SELECT 'regular', MIN(id), 1, 1, 900, 0, 1, 1 FROM period`,
    `INSERT INTO seal SELECT MIN(period.id), MIN(pay_group.id), MIN(batch.id), 1, 1 FROM period, pay_group, batch`,
    `INSERT INTO batch_line (batch_id, seq, person_id, person_number, workday, code, class_id, seconds, hours)
     SELECT batch.id, 1, person.id, person.number, '2026-10-19', '110', 'ordinary', 36, 900 FROM batch, person LIMIT 1`,
    `INSERT INTO delivery (batch_id, \`key\`, sha256, status, made_by, made_at) SELECT id, 'x', 'x', 'waiting', 1, 1 FROM batch`,
    `INSERT INTO delivery_statement (delivery_id, has, reason, made_by, made_at) SELECT id, 'all', 'x', 1, 1 FROM delivery`,
    `INSERT INTO unmatched_handoff (\`key\`, received_at, name, \`lines\`, hours, is_unknown, found_at, ended_by) VALUES ('x', 'x', 'x', 1, 1, 1, 1, 1)`,
    `INSERT INTO refused_line SELECT id, 1, 'x' FROM delivery`,
    `INSERT INTO taken_out_line SELECT id, 1, 1, 'x', 1, 1 FROM batch`,
    `INSERT INTO batch_code SELECT id, '110', 'hours', 1, 1, 900 FROM batch`,
    `INSERT INTO batch_file SELECT id, '{}', 'x.csv', 1, 1, 1, 'x' FROM batch`,
    `INSERT INTO batch_chunk SELECT id, 0, 'x' FROM batch`,
    `INSERT INTO difference SELECT period_id, person_id, 1, '[]', 0, 0, NULL FROM card LIMIT 1`,
    `INSERT INTO decision (period_id, person_id, version, what, made_by, made_at) SELECT period_id, person_id, 1, 'carry', 1, 1 FROM difference`,
    `INSERT INTO import_refusal SELECT id, 9, 'person', 'x', 'no-site', '[]' FROM import_file`,
  ])
    await company.database.execute(sql.raw(statement));
}

describe('the database refuses', () => {
  beforeAll(fillTheRest);

  it('an orphan, by every foreign key of every table', async () => {
    const all = await foreignKeys();
    expect(all.length).toBeGreaterThan(80);
    for (const { child, column } of all) {
      const [first] = await rows(sql`SELECT 1 FROM ${sql.identifier(child)} LIMIT 1`);
      expect(`${child} has rows: ${first !== undefined}`).toBe(`${child} has rows: true`);
      const referring = new Set(all.filter((one) => one.child === child).map((one) => one.column));
      const statement = await onceMore(child, (one) => {
        const orphaned = one.type === 'date' ? sql`'2099-01-01'` : sql`2000000000`;
        const held = holding(child, column, one, orphaned);
        if (held !== null) return held;
        const needed = beside(child, column, one.name);
        if (needed !== undefined) return needed;
        return one.isUnique === 1 && !referring.has(one.name) ? other(one) : asItIs(one);
      });
      let said = await saidTo(statement);
      // The rest of its key is that of the first row: then that row itself is changed.
      if (said === 'ER_DUP_ENTRY')
        said = await saidTo(
          sql`UPDATE ${sql.identifier(child)} SET ${sql.identifier(column)} = 2000000000 LIMIT 1`,
        );
      expect(`${child}.${column}: ${said}`).toBe(`${child}.${column}: ER_NO_REFERENCED_ROW_2`);
    }
  });

  it('a change to what only grows, and that it goes', async () => {
    expect(ONLY_GROWS).toEqual([
      'day_lock',
      'flat_amount',
      'rulebook_edition',
      'audit_event',
      'leave_entry',
      'leave_balance',
      'punch',
      'bulk',
      'correction',
      'approval',
      'question',
      'question_event',
      'mapping',
      'batch_chunk',
      'batch_line',
      'delivery_statement',
      'decision',
    ]);
    for (const table of [...ONLY_GROWS, 'batch']) {
      const [column] = await columnsOf(table);
      const name = sql.identifier(column!.name);
      expect(
        `${table}: ${await saidTo(sql`UPDATE ${sql.identifier(table)} SET ${name} = ${name} LIMIT 1`)}`,
      ).toBe(`${table}: ER_SIGNAL_EXCEPTION`);
      expect(`${table}: ${await saidTo(sql`DELETE FROM ${sql.identifier(table)} LIMIT 1`)}`).toBe(
        `${table}: ER_SIGNAL_EXCEPTION`,
      );
    }
  });

  it('a double, of every table whose rows are told apart by what they say', async () => {
    const numberedOnly: string[] = [];
    for (const { table } of rowsOfPage) {
      const said = await saidTo(await onceMore(table, asItIs));
      if (said === 'allowed') numberedOnly.push(table);
      // A period that is there once more shares its days with itself.
      else
        expect(`${table}: ${said}`).toBe(
          `${table}: ${table === 'period' ? 'ER_SIGNAL_EXCEPTION' : 'ER_DUP_ENTRY'}`,
        );
    }
    // Each of these is an event of its own, even where two say the same.
    expect(numberedOnly.sort()).toEqual([
      'approval',
      'audit_event',
      'batch',
      'bulk',
      'correction',
      'day_lock',
      'decision',
      'delivery_statement',
      'flat_amount',
      'import_file',
      'leave_entry',
      'mapping',
      'printed_file',
      'question',
      'question_event',
      'task',
    ]);
  });

  it.each([
    [
      'a period that ends before it begins',
      'UPDATE period SET last_day = first_day - INTERVAL 1 DAY LIMIT 1',
    ],
    [
      'a person who leaves before they come',
      'UPDATE person SET last_day = first_day - INTERVAL 1 DAY LIMIT 1',
    ],
    ['a source of punches that is nothing', "INSERT INTO punch_source (kind) VALUES ('file')"],
    [
      'a source of punches that is two things',
      "INSERT INTO punch_source (kind, device_id, user_id) SELECT 'device', MIN(id), 1 FROM device",
    ],
    ['a reach over no group', "INSERT INTO user_reach (user_id, kind) VALUES (1, 'group')"],
    [
      'a reach over everybody and a group',
      "INSERT INTO user_reach (user_id, kind, group_id) SELECT 1, 'all', MIN(id) FROM pay_group",
    ],
  ])('%s', async (_, statement) => {
    expect(await saidTo(sql.raw(statement))).toBe('ER_CONSTRAINT_FAILED');
  });

  it('two pay periods of a schedule that share a day, and two layouts in use', async () => {
    const sharing = sql`INSERT INTO period (schedule_id, first_day, last_day) SELECT schedule_id, last_day, last_day + INTERVAL 6 DAY FROM period LIMIT 1`;
    expect(await saidTo(sharing)).toBe('ER_SIGNAL_EXCEPTION');
    const second = sql`INSERT INTO layout (code, says, is_in_use) SELECT 'second', says, 1 FROM layout WHERE is_in_use LIMIT 1`;
    expect(await saidTo(second)).toBe('ER_DUP_ENTRY');
  });

  it('that one thing is taken back, settled or asked for twice', async () => {
    for (const [table, column] of [
      ['correction', 'undoes'],
      ['approval', 'undoes'],
      ['leave_entry', 'undoes'],
    ] as const) {
      const first = sql`(SELECT MIN(id) FROM ${sql.identifier(table)} first)`;
      const undoing = await onceMore(table, (one) => holding(table, column, one, first) ?? asItIs(one));
      await company.database.execute(undoing);
      expect(`${table}: ${await saidTo(undoing)}`).toBe(`${table}: ER_DUP_ENTRY`);
    }
    const settling = await onceMore('correction', (one) =>
      one.name === 'settles' ? sql`'missing-out:1'` : one.name === 'says' ? sql`'{}'` : asItIs(one),
    );
    await company.database.execute(settling);
    expect(await saidTo(settling)).toBe('ER_DUP_ENTRY');
    const waiting = sql`INSERT INTO task (kind, subject_id, status) VALUES ('recompute', ${company.periodId}, 'waiting')`;
    await company.database.execute(waiting);
    expect(await saidTo(waiting)).toBe('ER_DUP_ENTRY');
  });
});
