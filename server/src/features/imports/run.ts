import { Readable } from 'node:stream';
import { instant, type Refusal, rowReader, SECONDS_PER_DAY, wallOf, ZoneTables } from '@heath/core';
import { and, eq } from 'drizzle-orm';
import type { PoolConnection } from 'mysql2';
import type { Clock } from '../../base/clock.ts';
import { type Tell, writing } from '../../database/audit-events.ts';
import type { Database, Queries } from '../../database/connect.ts';
import { type Loaded, loadData } from '../../database/load-data.ts';
import { type importRefusal, period, task } from '../../database/schema/index.ts';
import { type Claimed, ClaimLost } from '../../queue/claims.ts';
import {
  askForRecomputeQuery,
  ensureCards,
  periodsTouched,
  touchQuery,
} from '../../recompute/stale-cards.ts';
import { openDirectory } from './directory.ts';
import { readRows } from './read/read-file.ts';
import { type FileRow, UnreadableFile } from './read/types.ts';
import { addRefusals, addSource, findImport, type ImportRow, storedBytes, updateImport } from './store.ts';

/** More refused rows than this, and the file is not what its columns were taken for. */
const MOST_REFUSALS = 20_000;
/** What is kept of a refused row: enough to put it right. A row of punches is never longer. */
const MOST_CHARACTERS_KEPT = 1000;
const MOST_CHARACTERS_OF_VALUE = 255;

interface Found {
  /** Who had the badges on their days. */
  readonly people: Set<number>;
  unowned: number;
  /** Punches on days that no pay period holds. */
  outside: number;
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
  const by = { userId: found.file.madeBy, personId: found.personId, at: clock.now() };
  try {
    await writing(database, by, (queries, tell, connection) =>
      importAll(database, { queries, tell, connection }, clock, claimed, found.file, progress),
    );
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    await writing(database, by, async (tx, tell) => {
      await updateImport(tx, claimed.subjectId, { status: 'failed', error: error.message });
      tell({
        what: 'not imported',
        about: 'import_file',
        aboutId: claimed.subjectId,
        pays: 'nobody',
        after: error.message,
      });
    });
  }
}

async function importAll(
  database: Database,
  {
    queries,
    tell,
    connection,
  }: { readonly queries: Queries; readonly tell: Tell; readonly connection: PoolConnection },
  clock: Clock,
  claimed: Claimed,
  file: ImportRow,
  progress: (done: number, total: number) => Promise<void>,
): Promise<void> {
  const { mapping, format } = file;
  if (mapping === null || format === null)
    throw new Error(`File ${file.id} was started without its columns.`);
  const directory = await openDirectory(database);
  const now = clock.now();
  const zones = ZoneTables.around(instant(now - 740 * SECONDS_PER_DAY), now);
  const read = rowReader(mapping, directory, zones, now);
  const isInPeriod = await periodDays(queries);
  const sourceId = await addSource(queries, file.id);
  const found: Found = {
    people: new Set(),
    unowned: 0,
    outside: 0,
    refusals: [],
    first: Number.POSITIVE_INFINITY,
    last: 0,
    read: 0,
  };
  const bytes = await storedBytes(database, file.id);
  let done = 0;
  const counted = async function* () {
    for await (const chunk of bytes.chunks()) {
      done += chunk.length;
      yield chunk;
    }
  };
  const reading = readRows({ ...bytes, chunks: counted }, format);

  async function* rows(): AsyncGenerator<string> {
    let told = performance.now();
    let header = true;
    for await (const batch of reading.batches) {
      let text = '';
      for (const row of header ? batch.slice(1) : batch) {
        const punch = read(row.cells);
        if ('reason' in punch) {
          refuse(found, file.id, row, punch);
          continue;
        }
        found.read++;
        const offsets = zones.of(directory.zone(punch.site));
        const owner = directory.ownerAt(punch.badge, punch.at, offsets);
        if (!isInPeriod(Math.floor(wallOf(offsets, punch.at) / SECONDS_PER_DAY))) found.outside++;
        if (owner === null) found.unowned++;
        else found.people.add(owner);
        if (punch.at < found.first) found.first = punch.at;
        if (punch.at > found.last) found.last = punch.at;
        text += `${punch.badge}\t${punch.at}\t${punch.kind}\t${punch.site}\t${punch.job ?? '\\N'}\t${sourceId}\t${row.line}\n`;
      }
      header = false;
      if (text !== '') yield text;
      if (performance.now() - told > 250) {
        told = performance.now();
        await progress(done, file.bytes);
      }
    }
  }

  const columns = ['badge_id', 'at', 'kind', 'site_id', 'job_id', 'source_id', 'line'];
  const loaded = await loadData(connection, 'punch', columns, Readable.from(rows(), { objectMode: false }));
  refuseUnlessAllAccountedFor(found, loaded, reading.counted());
  await addRefusals(queries, found.refusals);
  await directory.keepNew(queries);
  if (loaded.added > 0 && found.people.size > 0) await touchPeriods(queries, found);
  await updateImport(queries, file.id, {
    status: 'done',
    added: loaded.added,
    known: loaded.known,
    refused: found.refusals.length,
    unowned: found.unowned,
    outside: found.outside,
  });
  tell({
    what: 'imported',
    about: 'import_file',
    aboutId: file.id,
    pays: { alike: (personId) => found.people.has(personId) },
    after: { added: loaded.added, known: loaded.known, refused: found.refusals.length },
  });
  const [ended] = await queries
    .update(task)
    .set({ status: 'done', error: null, done: file.bytes, total: file.bytes })
    .where(and(eq(task.id, claimed.id), eq(task.claim, claimed.claim)));
  if (ended.affectedRows !== 1) throw new ClaimLost();
}

/** Tells whether a day lies in any pay period. */
async function periodDays(queries: Queries): Promise<(day: number) => boolean> {
  const days = new Set<number>();
  for (const { firstDay, lastDay } of await queries
    .select({ firstDay: period.firstDay, lastDay: period.lastDay })
    .from(period))
    for (let day: number = firstDay; day <= lastDay; day++) days.add(day);
  return (day) => days.has(day);
}

/** The file's rows are counted in other ways than they were read; where the counts differ, nothing of the file is kept. */
function refuseUnlessAllAccountedFor(found: Found, loaded: Loaded, counted: number): void {
  const rows = counted - 1;
  const accounted = loaded.added + loaded.known + found.refusals.length;
  if (accounted === rows && found.read === loaded.added + loaded.known) return;
  throw new UnreadableFile(
    `The file has ${rows.toLocaleString('en')} rows by one count and ${accounted.toLocaleString('en')} by another. Nothing was imported: look for a quote that is not closed, or save the file once more.`,
  );
}

function refuse(found: Found, importId: number, { line, cells }: FileRow, refusal: Refusal): void {
  if (found.refusals.length >= MOST_REFUSALS) {
    throw new UnreadableFile(
      `More than ${MOST_REFUSALS.toLocaleString('en')} rows cannot be taken, the last on line ${line}. Nothing was imported: check what each column means.`,
    );
  }
  found.refusals.push({
    importId,
    line,
    field: refusal.field,
    value: shortened(refusal.value, MOST_CHARACTERS_OF_VALUE),
    reason: refusal.reason,
    cells: keptCells(cells),
  });
}

/** A text of at most so many characters, in memory of its own: a slice would keep the whole row alive behind it. */
const shortened = (text: string, most: number): string =>
  text.length <= most ? text : `${Buffer.from(text.slice(0, most - 1)).toString()}…`;

/** The cells of a refused row, up to a bound; the one that is cut ends with an ellipsis. */
function keptCells(cells: readonly string[]): string[] {
  const kept: string[] = [];
  let left = MOST_CHARACTERS_KEPT;
  for (const cell of cells) {
    if (left <= 1) break;
    const short = shortened(cell, left);
    kept.push(short);
    // An empty cell costs something as well.
    left -= short.length + 1;
  }
  return kept;
}

/** Marks the cards that the new punches change, and asks for them to be computed: both are there with the punches or not at all. */
async function touchPeriods(queries: Queries, found: Found): Promise<void> {
  const span = { from: instant(found.first), to: instant(found.last) };
  const periods = (await periodsTouched(queries, [...found.people], span)).map(({ id }) => id);
  for (const id of periods) await ensureCards(queries, id);
  if (periods.length > 0) await queries.execute(touchQuery(periods, [...found.people]));
  for (const id of periods) await queries.execute(askForRecomputeQuery(id));
}
