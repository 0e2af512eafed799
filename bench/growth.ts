/**
 * How the lists of a period grow with the company: a page of each at 10,000 people and at 100,000, with 26 periods of cards and exceptions,
 * and all pages of it, which grow with the company. The cards are copies of computed ones, written straight into the tables without
 * punches. Prints one JSON object.
 */
import { instant, workday, workdayToIso, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, DEMO_NOW, people, punchFileLines, ZONE } from '@heath/demo';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { clockAt } from '../server/src/base/clock.ts';
import { createLog } from '../server/src/base/log.ts';
import { connect, disconnect } from '../server/src/database/connect.ts';
import { migrate } from '../server/src/database/migrate.ts';
import { contextHereAndNow, importFile } from '../server/src/demo/acting.ts';
import { loadCompany } from '../server/src/demo/company.ts';
import { recomputePeriod } from '../server/src/recompute/recompute.ts';
import { here as inThisThread } from '../server/src/tasks/work.ts';
import { caller, here, startServer, stopServer } from './server.ts';

/** People whose cards are computed; all others have copies of theirs. */
const COMPUTED = 500;
const SIZES = [10_000, 100_000] as const;
const PERIODS = Number(process.env.HEATH_GROWTH_PERIODS ?? 26);
const TIMES = 15;
const LONGEST_WRITING_SECONDS = 60;
/** A page may take this many times as long in a company of ten times as many people. */
const MOST_GROWTH = 1.5;
const databaseUrl = process.env.HEATH_DATABASE_URL!;
const say = (text: string) => process.stderr.write(`${text}\n`);
const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

say(`Computing the cards of ${COMPUTED} people.`);
await migrate(databaseUrl, here('../../server/migrations'));
const database = connect(databaseUrl, 4);
const clock = clockAt(DEMO_NOW);
await loadCompany(database, COMPUTED, CURRENT_PERIOD);
const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
const lines = [...punchFileLines(people(COMPUTED), CURRENT_PERIOD, workday(CURRENT_PERIOD + 13), offsets)];
async function* file(): AsyncGenerator<Buffer> {
  yield Buffer.from(lines.join('\n'));
}
await importFile(contextHereAndNow(database, clock, createLog('silent')), 'clocks.csv', file());
const connection = await mysql.createConnection(databaseUrl);
const [[current]] = (await connection.query<RowDataPacket[]>(
  'SELECT id, schedule_id FROM period ORDER BY id LIMIT 1',
)) as unknown as [[{ id: number; schedule_id: number }]];
await recomputePeriod(database, inThisThread(database, clock), current.id, async () => {});
await disconnect(database);

const columnsOf = async (of: Connection, table: string): Promise<string[]> => {
  const [rows] = await of.query<RowDataPacket[]>(
    'SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ? ORDER BY ordinal_position',
    [table],
  );
  return rows.map(({ name }) => `\`${name}\``);
};

/** Adds people up to so many, each named like one of those whose cards are computed. */
async function addPeople(size: number): Promise<void> {
  await connection.query(
    `INSERT INTO person (number, name, first_day)
     SELECT CONCAT('GR-', LPAD(seq, 6, '0')), CONCAT(p.name, ' ', seq), p.first_day
       FROM seq_1_to_${size} JOIN person p ON p.id = 1 + seq % ${COMPUTED}
      WHERE seq > (SELECT COUNT(*) FROM person)`,
  );
}

/** Gives everybody without a card in a period a copy of the card of somebody whose card is computed. */
async function copyCards(periodId: number): Promise<void> {
  const [[{ last }]] = (await connection.query<RowDataPacket[]>(
    'SELECT COALESCE(MAX(person_id), 0) AS last FROM card WHERE period_id = ?',
    [periodId],
  )) as unknown as [[{ last: number }]];
  for (const table of ['card', 'card_result', 'card_exception']) {
    const columns = await columnsOf(connection, table);
    const copied = columns.slice(2).map((column) => `t.${column}`);
    await connection.query(
      `INSERT INTO ${table} (${columns.join(', ')})
       SELECT ?, p.id, ${copied.join(', ')}
         FROM person p JOIN ${table} t ON t.period_id = ? AND t.person_id = 1 + p.id % ${COMPUTED}
        WHERE p.id > ?`,
      [periodId, current.id, last],
    );
  }
}

/** Adds periods before the one that is looked at, so many in all. */
async function addPeriods(): Promise<number[]> {
  const ids = [current.id];
  for (let i = 1; i < PERIODS; i++) {
    const first = workday(CURRENT_PERIOD - 14 * i);
    const [{ insertId }] = await connection.query<mysql.ResultSetHeader>(
      'INSERT INTO period (schedule_id, first_day, last_day) VALUES (?, ?, ?)',
      [current.schedule_id, workdayToIso(first), workdayToIso(workday(first + 13))],
    );
    ids.push(insertId);
  }
  return ids;
}

/** Pages that the database has written to the disk so far. */
async function pagesWritten(): Promise<number> {
  const [[row]] = (await connection.query<RowDataPacket[]>(
    "SHOW GLOBAL STATUS LIKE 'Innodb_buffer_pool_pages_flushed'",
  )) as unknown as [[{ readonly Value: string }]];
  return Number(row.Value);
}

/** Waits until the database no longer writes what was just added: that would be measured, too, and of more rows it is more. */
async function quiet(): Promise<void> {
  const until = performance.now() + LONGEST_WRITING_SECONDS * 1000;
  for (let before = -1, now = await pagesWritten(); now !== before && performance.now() < until; ) {
    await pause(3000);
    [before, now] = [now, await pagesWritten()];
  }
}

const VIEWS = {
  'list of cards': `/periods/${current.id}/cards`,
  strip: `/periods/${current.id}/strip`,
  'the day': `/periods/${current.id}/day`,
  exceptions: `/periods/${current.id}/exceptions`,
} as const;
type View = keyof typeof VIEWS;

const median = (numbers: readonly number[]) => [...numbers].sort((a, b) => a - b)[numbers.length >> 1] ?? 0;

interface Figures {
  /** Of one page. */
  readonly milliseconds: number;
  readonly kilobytes: number;
  readonly pages: number;
  readonly allPagesMilliseconds: number;
}

async function measured(): Promise<Record<View, Figures>> {
  const server = await startServer();
  const { call } = caller();
  await call('POST', '/session', { username: 'odile', password: 'gorse-in-bloom' });
  const found = {} as Record<View, Figures>;
  for (const [name, path] of Object.entries(VIEWS) as [View, string][]) {
    const times: number[] = [];
    let bytes = 0;
    for (let i = 0; i < TIMES; i++) {
      const start = performance.now();
      bytes = JSON.stringify(await call('GET', path)).length;
      times.push(performance.now() - start);
    }
    let pages = 0;
    const start = performance.now();
    for (let page: number | null = 0; page !== null; pages++)
      page = (await call<{ readonly next: number | null }>('GET', `${path}?page=${page}`)).next;
    found[name] = {
      milliseconds: Math.round(median(times)),
      kilobytes: Math.round(bytes / 1000),
      pages,
      allPagesMilliseconds: Math.round(performance.now() - start),
    };
  }
  await stopServer(server);
  return found;
}

const periods = await addPeriods();
const bySize: Record<string, Awaited<ReturnType<typeof measured>>> = {};
for (const size of SIZES) {
  say(`Writing ${PERIODS} periods of ${size.toLocaleString('en')} cards.`);
  await addPeople(size);
  for (const id of periods) await copyCards(id);
  await connection.query('ANALYZE TABLE card, card_result, card_exception, person');
  await quiet();
  bySize[size] = await measured();
}
await connection.end();

const [small, large] = SIZES.map((size) => bySize[size]);
const growth = Object.fromEntries(
  (Object.keys(VIEWS) as View[]).map((view) => {
    const value = Number(
      ((large?.[view].milliseconds ?? 0) / Math.max(small?.[view].milliseconds ?? 1, 1)).toFixed(2),
    );
    return [view, { value, limit: MOST_GROWTH, met: value <= MOST_GROWTH }];
  }),
);
console.log(JSON.stringify({ periods: PERIODS, bySize, growth }, null, 2));
process.exit(Object.values(growth).every(({ met }) => met) ? 0 : 1);
