import { Readable } from 'node:stream';
import {
  type Directory,
  instant,
  type Refusal,
  rowReader,
  SECONDS_PER_DAY,
  type Workday,
  workday,
  ZoneTables,
} from '@heath/core';
import { and, eq } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/mysql2';
import type { PoolConnection } from 'mysql2';
import type { Clock } from '../../clock.ts';
import { askForRecomputeQuery, ensureCards, periodsTouched, touchQuery } from '../../computing/cards.ts';
import { connectionOf, type Database, type Queries } from '../../database/connect.ts';
import { loadData } from '../../database/load-data.ts';
import { type importRefusal, task } from '../../database/schema.ts';
import type { Claimed } from '../../jobs/claims.ts';
import { readRows, UnreadableFile } from './read-file.ts';
import { addRefusals, chunksOf, directoryRows, findImport, type ImportRow, updateImport } from './store.ts';

/** More refused rows than this, and the file is not what its columns were taken for. */
const MOST_REFUSALS = 20_000;

interface Found {
  readonly people: Set<number>;
  readonly refusals: (typeof importRefusal.$inferInsert)[];
  first: number;
  last: number;
  read: number;
}

/**
 * Imports one confirmed file: its punches, its refusals, the cards they touch and the end of its task, all in one transaction. A
 * server that dies before the commit leaves nothing of it; one whose lease was lost takes everything back.
 */
export async function runImport(
  database: Database,
  clock: Clock,
  claimed: Claimed,
  progress: (done: number, total: number) => Promise<void>,
): Promise<void> {
  const found = await findImport(database, claimed.subjectId);
  if (found === undefined || found.file.status !== 'queued') return;
  try {
    await importInOneTransaction(database, clock, claimed, found.file, progress);
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    await updateImport(database, claimed.subjectId, { status: 'failed', error: error.message });
  }
}

async function importInOneTransaction(
  database: Database,
  clock: Clock,
  claimed: Claimed,
  file: ImportRow,
  progress: (done: number, total: number) => Promise<void>,
): Promise<void> {
  const directory = await openDirectory(database);
  const now = clock.now();
  const zones = ZoneTables.around(instant(now - 740 * SECONDS_PER_DAY), now);
  const read = rowReader(file.mapping!, directory, zones, now);
  const found: Found = { people: new Set(), refusals: [], first: Number.POSITIVE_INFINITY, last: 0, read: 0 };

  async function* rows(): AsyncGenerator<string> {
    let done = 0;
    let told = Date.now();
    const counted = async function* () {
      for await (const chunk of chunksOf(database, file.id)) {
        done += chunk.length;
        yield chunk;
      }
    };
    let header = true;
    for await (const batch of readRows(counted(), file.format!)) {
      let text = '';
      for (const { line, cells } of header ? batch.slice(1) : batch) {
        const punch = read(cells);
        if ('reason' in punch) {
          refuse(found, file.id, line, cells, punch);
          continue;
        }
        found.read++;
        found.people.add(punch.person);
        if (punch.at < found.first) found.first = punch.at;
        if (punch.at > found.last) found.last = punch.at;
        text += `${punch.person}\t${punch.at}\t${punch.kind}\t${punch.site}\t${punch.job ?? '\\N'}\t${file.id}\t${line}\n`;
      }
      header = false;
      if (text !== '') yield text;
      if (Date.now() - told > 250) {
        told = Date.now();
        await progress(done, file.bytes);
      }
    }
  }

  const connection = await connectionOf(database);
  const queries: Queries = drizzle({ client: connection });
  try {
    await statement(connection, 'BEGIN');
    const columns = ['person_id', 'at', 'kind', 'site_id', 'job_id', 'import_id', 'line'];
    const added = await loadData(connection, 'punch', columns, Readable.from(rows(), { objectMode: false }));
    await addRefusals(queries, found.refusals);
    if (added > 0) await touchPeriods(queries, found);
    await updateImport(queries, file.id, {
      status: 'done',
      added,
      known: found.read - added,
      refused: found.refusals.length,
    });
    const [ended] = await queries
      .update(task)
      .set({ status: 'done', done: file.bytes, total: file.bytes })
      .where(and(eq(task.id, claimed.id), eq(task.claim, claimed.claim)));
    if (ended.affectedRows !== 1)
      throw new Error('The lease of this import was lost; another server has it.');
    await statement(connection, 'COMMIT');
    connection.release();
  } catch (error) {
    // Ending the connection takes back whatever it had open, also in the middle of a LOAD DATA.
    connection.destroy();
    throw error;
  }
}

function refuse(
  found: Found,
  importId: number,
  line: number,
  cells: readonly string[],
  refusal: Refusal,
): void {
  if (found.refusals.length >= MOST_REFUSALS) {
    throw new UnreadableFile(
      `More than ${MOST_REFUSALS.toLocaleString('en')} rows cannot be taken, the last on line ${line}. Nothing was imported: check what each column means.`,
    );
  }
  found.refusals.push({
    importId,
    line,
    field: refusal.field,
    value: refusal.value.slice(0, 255),
    reason: refusal.reason,
    cells,
  });
}

/** Marks the cards that the new punches change, and asks for them to be computed: both are there with the punches or not at all. */
async function touchPeriods(queries: Queries, found: Found): Promise<void> {
  const day = (at: number): Workday => workday(Math.floor(at / SECONDS_PER_DAY));
  const periods = (await periodsTouched(queries, day(found.first), day(found.last))).map((span) => span.id);
  for (const id of periods) await ensureCards(queries, id);
  if (periods.length > 0) await queries.execute(touchQuery(periods, [...found.people]));
  for (const id of periods) await queries.execute(askForRecomputeQuery(id));
}

async function openDirectory(database: Database): Promise<Directory> {
  const { people, jobs, sites } = await directoryRows(database);
  const byNumber = new Map(
    people.map((p) => [
      p.number,
      { id: p.id, site: p.site, firstDay: p.firstDay, lastDay: p.lastDay ?? Number.POSITIVE_INFINITY },
    ]),
  );
  const jobIds = new Map(jobs.map((j) => [j.name.toLowerCase(), j.id]));
  const siteIds = new Map(sites.map((s) => [s.name.toLowerCase(), s.id]));
  const zones = new Map(sites.map((s) => [s.id, s.zone]));
  return {
    person: (number) => byNumber.get(number),
    job: (name) => jobIds.get(name) ?? jobIds.get(name.toLowerCase()),
    site: (name) => siteIds.get(name) ?? siteIds.get(name.toLowerCase()),
    zone: (site) => zones.get(site)!,
  };
}

const statement = (connection: PoolConnection, sql: string): Promise<void> =>
  new Promise((resolve, reject) => connection.query(sql, (error) => (error ? reject(error) : resolve())));
