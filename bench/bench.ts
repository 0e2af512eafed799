/** Import, correction and page weight, each against something plain in the same run. Prints one JSON object. */
import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, statSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { type CardsReply, cardRows } from '@heath/contract';
import { instant, instantFromIso, workday, workdayToIso, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, people, punchFileLines, ZONE } from '@heath/demo';
import mysql, { type Connection, type ResultSetHeader, type RowDataPacket } from 'mysql2/promise';
import { connect, disconnect } from '../server/src/database/connect.ts';
import { migrate } from '../server/src/database/migrate.ts';
import { loadCompany } from '../server/src/demo/company.ts';
import { changeAfterwards, handOff } from './handoff.ts';
import { dayAndHand, interact, openBrowser, settleMany, weigh } from './screens.ts';
import { agent, base, caller, here, peakMegabytes, startServer, stopServer } from './server.ts';

const PEOPLE = 10_000;
const folder = process.env.HEATH_BENCH!;
const databaseUrl = process.env.HEATH_DATABASE_URL!;
const csvFile = join(folder, 'punches.csv');
const rowFile = join(folder, 'rows.tsv');
const { call, cookie } = caller();

const say = (text: string) => process.stderr.write(`${text}\n`);
const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)]!;
const percentile95 = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * 0.95)]!;
async function timed<T>(work: () => Promise<T>): Promise<[milliseconds: number, result: T]> {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
}

/** The punches of ten thousand people as the file to import, and as rows ready for LOAD DATA. */
async function writeFiles(connection: Connection): Promise<number> {
  const [badges] = await connection.query<RowDataPacket[]>(
    'SELECT b.id, b.code, a.site_id FROM badge b JOIN badge_owner o ON o.badge_id = b.id JOIN assignment a ON a.person_id = o.person_id',
  );
  const byNumber = new Map(badges.map((row) => [row.code as string, row]));
  const [jobs] = await connection.query<RowDataPacket[]>('SELECT id, name FROM job');
  const jobIds = new Map(jobs.map((row) => [row.name as string, row.id as number]));
  const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
  const csv = createWriteStream(csvFile);
  const rows = createWriteStream(rowFile, { mode: 0o644 });
  const last = workday(CURRENT_PERIOD + 13);
  let count = -1;
  for (const line of punchFileLines(people(PEOPLE), CURRENT_PERIOD, last, offsets, {
    everyMealPunched: true,
  })) {
    count++;
    csv.write(`${line}\r\n`);
    if (count > 0) {
      const [number, moment, kind, job] = line.split(',') as [string, string, string, string];
      const badge = byNumber.get(number)!;
      const at = instantFromIso(moment);
      rows.write(
        `${badge.id}\t${at}\t${kind === '' ? 'undirected' : kind.replace(' ', '-')}\t${badge.site_id}\t${jobIds.get(job)}\t1\t${count}\n`,
      );
    }
    if (csv.writableNeedDrain) await new Promise<void>((resolve) => csv.once('drain', () => resolve()));
  }
  await Promise.all(
    [csv, rows].map((stream) => new Promise<void>((resolve) => void stream.end(() => resolve()))),
  );
  return count;
}

async function loadDataInfile(connection: Connection): Promise<number> {
  await connection.query('DROP TABLE IF EXISTS punch_plain');
  await connection.query('CREATE TABLE punch_plain LIKE punch');
  const [milliseconds] = await timed(() =>
    connection.query(
      `LOAD DATA INFILE '${rowFile}' INTO TABLE punch_plain (badge_id, at, kind, site_id, job_id, source_id, line)`,
    ),
  );
  return milliseconds;
}

/** How many bytes a file has, read as they come. */
function download(path: string): Promise<number> {
  return new Promise((resolve, reject) => {
    const sent = request(`${base}/api${path}`, { agent, headers: { Cookie: cookie() } }, (response) => {
      let bytes = 0;
      response.on('data', (part: Buffer) => {
        bytes += part.length;
      });
      response.on('end', () => resolve(bytes));
      response.on('error', reject);
    });
    sent.on('error', reject);
    sent.end();
  });
}
const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

interface ImportState {
  id: number;
  status: string;
  added: number;
  preview: { columns: string[]; dateOrder: string };
  error: string | null;
}

/** From the first byte sent to the committed rows, as a browser would do it. */
async function importFile(): Promise<ImportState> {
  const response = await fetch(`${base}/api/imports?name=punches.csv`, {
    method: 'POST',
    headers: {
      Origin: base,
      Cookie: cookie(),
      'Content-Length': String(statSync(csvFile).size),
      'Idempotency-Key': randomUUID(),
    },
    body: createReadStream(csvFile) as never,
    duplex: 'half',
  } as RequestInit);
  const received = (await response.json()) as ImportState;
  const { columns, dateOrder } = received.preview;
  await call('POST', `/imports/${received.id}/start`, { columns, dateOrder });
  for (;;) {
    const state = await call<ImportState>('GET', `/imports/${received.id}`);
    if (state.status === 'done') return state;
    if (state.status === 'failed') throw new Error(state.error ?? 'The import failed.');
    await pause(50);
  }
}

interface CardState {
  exceptions: { key: string; proposals: { at: number }[] }[];
}

/** A correction that every card can have. */
function adjustmentOn(day: number) {
  const date = workdayToIso(workday(day));
  const says = { kind: 'flat-hours', workday: date, as: 'adjustment', code: 'Measured', length: 'PT1H' };
  return { says, note: 'measured' };
}

const CARDS_CORRECTED = 150;

/** Corrections and undoes on the full database, request to recomputed card: of what is to settle, again and again, and of other cards once. */
async function corrections(): Promise<number[]> {
  const rows = cardRows(await call<CardsReply>('GET', '/periods/1/cards'));
  const times: number[] = [];
  for (const { personId } of rows.filter((row) => row.toSettle > 0)) {
    const path = `/periods/1/cards/${personId}`;
    const { exceptions } = await call<CardState>('GET', path);
    const open = exceptions.find((exception) => exception.proposals.length > 0);
    if (open === undefined) continue;
    const settling = { exception: open.key, at: open.proposals[0]!.at, note: '' };
    for (let i = 0; i < 6; i++) {
      const [settledIn, settled] = await timed(() =>
        call<{ correctionId: number }>('POST', `${path}/settle`, settling),
      );
      const [undoing] = await timed(() => call('POST', `${path}/corrections/${settled.correctionId}/undo`));
      times.push(settledIn, undoing);
    }
  }
  for (const { personId } of rows.filter((row) => row.toSettle === 0).slice(0, CARDS_CORRECTED)) {
    const path = `/periods/1/cards/${personId}/corrections`;
    const [correctedIn, { correctionId }] = await timed(() =>
      call<{ correctionId: number }>('POST', path, adjustmentOn(CURRENT_PERIOD + 4)),
    );
    const [undoing] = await timed(() => call('POST', `${path}/${correctionId}/undo`));
    times.push(correctedIn, undoing);
  }
  return times;
}

const USERS = 10;
const SECONDS_AT_ONCE = 30;

/** Ten users who correct cards at once, each card by one of them and then another, and undo that again: how long each write took. */
async function usersAtOnce(): Promise<{ times: number[]; errors: number }> {
  const rows = cardRows(await call<CardsReply>('GET', '/periods/1/cards'));
  const times: number[] = [];
  let errors = 0;
  const until = performance.now() + SECONDS_AT_ONCE * 1000;
  await Promise.all(
    Array.from({ length: USERS }, async (_, user) => {
      for (let i = 0; performance.now() < until; i++) {
        const path = `/periods/1/cards/${rows[(user * 997 + i * 31) % rows.length]!.personId}`;
        try {
          const [made, { correctionId }] = await timed(() =>
            call<{ correctionId: number }>(
              'POST',
              `${path}/corrections`,
              adjustmentOn(CURRENT_PERIOD + (i % 14)),
            ),
          );
          const [undone] = await timed(() => call('POST', `${path}/corrections/${correctionId}/undo`));
          times.push(made, undone);
        } catch (error) {
          errors++;
          say(String(error));
        }
      }
    }),
  );
  return { times, errors };
}

/** Everything computed anew, as after a change of a rule; and a bare SELECT of the same punches by the same driver. */
async function recomputing(connection: Connection): Promise<{ recompute: number[]; select: number[] }> {
  const recompute: number[] = [];
  const select: number[] = [];
  const all =
    'SELECT badge_id, at, kind, id, site_id, job_id, department_id, latitude, longitude, note FROM punch';
  for (let i = 0; i < 3; i++) {
    // Three are too few to divide by: one of them is late as often as not.
    const bare: number[] = [];
    for (let n = 0; n < 5; n++) bare.push((await timed(() => connection.query(all)))[0]);
    select.push(median(bare));
    await connection.query('UPDATE card SET input_version = input_version + 1');
    const [milliseconds] = await timed(async () => {
      // As a change of a rule asks for it: the server hears of it at once.
      const [made] = await connection.query<ResultSetHeader>(
        "INSERT INTO task (kind, subject_id, status) VALUES ('recompute', 1, 'failed')",
      );
      await call('POST', `/tasks/${made.insertId}/retry`);
      for (;;) {
        const [left] = await connection.query<RowDataPacket[]>(
          "SELECT 1 FROM task WHERE status IN ('waiting', 'running')",
        );
        if (left.length === 0) return;
        await pause(25);
      }
    });
    recompute.push(milliseconds);
    const [stale] = await connection.query<RowDataPacket[]>(
      'SELECT 1 FROM card WHERE input_version <> computed_version LIMIT 1',
    );
    if (stale.length > 0) throw new Error('Not every card was computed.');
  }
  return { recompute, select };
}

const IMPORT_TABLES = ['punch', 'punch_source', 'import_refusal', 'import_chunk', 'import_file', 'task'];

/** As before any import: what nothing but a measurement may do. */
async function forgetImports(connection: Connection): Promise<void> {
  await connection.query('SET foreign_key_checks = 0');
  for (const table of IMPORT_TABLES) await connection.query(`TRUNCATE TABLE ${table}`);
  await connection.query('SET foreign_key_checks = 1');
}

const OPEN_EXCEPTIONS = 3000;

/** Takes out the last punch of a shift of so many people, as if it had been forgotten: each then lacks an out, and the plan proposes one. */
async function forgetOuts(connection: Connection): Promise<number> {
  const [{ affectedRows }] = await connection.query<ResultSetHeader>(
    `INSERT INTO correction (person_id, kind, says, workday, first_day, last_day, period_id, note, payable_before, payable_after, made_by, made_at)
     SELECT o.person_id, 'drop', CONCAT('{"punch":', p.id, '}'), DATE(FROM_UNIXTIME(p.at)), DATE(FROM_UNIXTIME(p.at)), DATE(FROM_UNIXTIME(p.at)), 1, 'measured', 0, 0, 1, 1
       FROM badge_owner o JOIN punch p ON p.badge_id = o.badge_id
       JOIN (SELECT badge_id, MAX(at) AS at FROM punch WHERE kind = 'out' GROUP BY badge_id) l ON l.badge_id = p.badge_id AND l.at = p.at
      WHERE p.kind = 'out' AND o.person_id IS NOT NULL AND o.person_id > 64
      LIMIT ${OPEN_EXCEPTIONS}`,
  );
  await connection.query(
    "UPDATE card SET input_version = input_version + 1 WHERE person_id IN (SELECT person_id FROM correction WHERE note = 'measured' AND kind = 'drop')",
  );
  const [made] = await connection.query<ResultSetHeader>(
    "INSERT INTO task (kind, subject_id, status) VALUES ('recompute', 1, 'failed')",
  );
  await call('POST', `/tasks/${made.insertId}/retry`);
  await allComputed();
  return affectedRows;
}

async function allComputed(): Promise<void> {
  while ((await call<{ computing: number }>('GET', '/periods/1/strip')).computing > 0) await pause(100);
}

async function bareInserts(connection: Connection): Promise<number[]> {
  await connection.query(
    'CREATE TABLE IF NOT EXISTS bare (id INT AUTO_INCREMENT PRIMARY KEY, at BIGINT NOT NULL, note VARCHAR(200) NOT NULL)',
  );
  const times: number[] = [];
  for (let i = 0; i < 100; i++) {
    const [milliseconds] = await timed(() =>
      connection.query('INSERT INTO bare (at, note) VALUES (?, ?)', [i, 'one row']),
    );
    times.push(milliseconds);
  }
  return times;
}

const round = (n: number, digits = 2): number => Number(n.toFixed(digits));
const figure = (value: number, limit: number) => ({ value: round(value), limit, met: value <= limit });

/** A bar in milliseconds, as so many times a yardstick of the same run; given as what it is on a calm machine (27 November 2026). */
function barOf(value: number, calmLimit: number, yardstick: number, calmYardstick: number) {
  const limit = (calmLimit / calmYardstick) * yardstick;
  return {
    ...figure(value, round(limit, 1)),
    limitWhereCalm: calmLimit,
    timesYardstick: round(value / yardstick, 1),
    ofItsBar: round(value / limit),
  };
}

/** Median of the yardstick of what is drawn, a fixed piece of drawing, on a calm machine. */
const CALM_DRAWING_MILLISECONDS = 12.7;
const drawn = (value: number, calmLimit: number) =>
  barOf(value, calmLimit, median(screens.yardstick), CALM_DRAWING_MILLISECONDS);

/** Median of the yardstick of what the server does, a bare SELECT of all punches, on a calm machine. */
const CALM_SELECT_MILLISECONDS = 430;
const served = (value: number, calmLimit: number) =>
  barOf(value, calmLimit, median(anew.select), CALM_SELECT_MILLISECONDS);

say('Setting up ten thousand people.');
await migrate(databaseUrl, here('../../server/migrations'));
const database = connect(databaseUrl, 2);
await loadCompany(database, PEOPLE, CURRENT_PERIOD);
await disconnect(database);
const connection = await mysql.createConnection(databaseUrl);
const punches = await writeFiles(connection);

say(`Importing ${punches.toLocaleString('en')} punches.`);
const plainLoads: number[] = [];
const imports: number[] = [];
let server = await startServer();
await call('POST', '/session', { username: 'odile', password: 'gorse-in-bloom' });
let importPeak = 0;
for (let i = 0; i < 3; i++) {
  if (i > 0) await forgetImports(connection);
  plainLoads.push(await loadDataInfile(connection));
  const [milliseconds, imported] = await timed(importFile);
  if (imported.added !== punches) throw new Error(`Of ${punches} punches ${imported.added} were added.`);
  imports.push(milliseconds);
  importPeak ||= peakMegabytes(server.pid!);
  say('Waiting for the cards.');
  await allComputed();
}

say('Computing everything anew.');
const anew = await recomputing(connection);
const wholePeak = peakMegabytes(server.pid!);

say('Correcting.');
const bare = await bareInserts(connection);
const corrected = await corrections();
bare.push(...(await bareInserts(connection)));
const lists = [];
for (let i = 0; i < 15; i++) {
  const [milliseconds] = await timed(async () => cardRows(await call<CardsReply>('GET', '/periods/1/cards')));
  lists.push(milliseconds);
}

say('Ten users at once.');
const atOnce = await usersAtOnce();

say('Looking at the screens.');
const browser = await openBrowser();
const weights = await weigh(browser, base);
const screens = await interact(browser, base);
say('The day, and a punch that is dragged.');
const byHand = await dayAndHand(browser, base);
say('Settling three thousand exceptions.');
const opened = await forgetOuts(connection);
const exceptions = await settleMany(browser, base);
await browser.close();
say('Handing off.');
// A server of its own: what was computed before leaves the threads large, and would hide what handing off needs.
await stopServer(server);
server = await startServer();
const measured = { pid: server.pid!, peak: () => peakMegabytes(server.pid!) };
const handedOff = await handOff(call, download, connection, measured);
const afterwards = await changeAfterwards(call, connection, async () => {
  await stopServer(server);
  server = await startServer();
  const { pid } = server;
  return { peak: () => peakMegabytes(pid!) };
});

process.stdout.write(
  `${JSON.stringify(
    {
      import: {
        punches,
        milliseconds: imports.map((n) => round(n, 0)),
        loadDataInfileMilliseconds: plainLoads.map((n) => round(n, 0)),
        timesLoadDataInfile: figure(median(imports.map((n, i) => n / plainLoads[i]!)), 2),
        serverPeakMegabytes: figure(importPeak, 300),
      },
      recompute: {
        milliseconds: anew.recompute.map((n) => round(n, 0)),
        bareSelectMilliseconds: anew.select.map((n) => round(n, 0)),
        timesBareSelect: figure(median(anew.recompute.map((n, i) => n / anew.select[i]!)), 4),
        serverPeakMegabytes: round(wholePeak, 0),
      },
      correction: {
        measured: corrected.length,
        medianMilliseconds: served(median(corrected), 15),
        percentile95Milliseconds: served(percentile95(corrected), 50),
        bareInsertMilliseconds: round(median(bare)),
        timesBareInsert: round(median(corrected) / median(bare)),
      },
      tenUsersAtOnce: {
        writes: atOnce.times.length,
        errors: atOnce.errors,
        medianMilliseconds: round(median(atOnce.times)),
        percentile95Milliseconds: served(percentile95(atOnce.times), 150),
      },
      lists: { cardsOfTenThousandMilliseconds: served(median(lists), 60) },
      firstPage: { signInKilobytesGzipped: figure(weights.signIn, 180) },
      // The first of them with the frame that stands around every screen; charts apart, since they are fetched when the first is shown.
      screensKilobytesGzipped: Object.fromEntries(
        Object.entries(weights.screens).map(([name, kilobytes]) => [name, figure(kilobytes, 60)]),
      ),
      firstChartKilobytesGzipped: round(weights.firstChart),
      // The core beside the screen, once somebody stays at a card.
      byHandKilobytesGzipped: round(weights.byHand),
      keyToChangedScreenMilliseconds95: Object.fromEntries(
        (['openList', 'walk', 'openCard', 'settle'] as const).map((what) => [
          what,
          { ...drawn(percentile95(screens[what]), 100), median: round(median(screens[what])) },
        ]),
      ),
      // What this machine takes for two frames, of which each of these consists, and for a fixed piece of work: it is not the same from hour to hour.
      machine: {
        changeOfNothingMilliseconds: {
          median: round(median(screens.nothing)),
          percentile95: round(percentile95(screens.nothing)),
        },
        yardstickMilliseconds: {
          median: round(median(screens.yardstick)),
          percentile95: round(percentile95(screens.yardstick)),
        },
      },
      theDay: {
        firstOpenedMilliseconds: round(byHand.openDayFirst, 0),
        keyToChangedScreenMilliseconds95: Object.fromEntries(
          (['openDay', 'walkDay', 'pickState'] as const).map((what) => [
            what,
            { ...drawn(percentile95(byHand[what]), 100), median: round(median(byHand[what])) },
          ]),
        ),
        framesWithBlankRows: figure(byHand.framesWithBlankRows, 0),
        longestTaskWhileScrollingMilliseconds: drawn(Math.max(0, ...byHand.longTasksWhileScrolling), 50),
      },
      drag: {
        moves: byHand.drag.length,
        computedAndDrawnMilliseconds95: {
          ...drawn(percentile95(byHand.drag), 16),
          median: round(median(byHand.drag)),
        },
      },
      exceptions: {
        open: opened,
        keyToChangedScreenMilliseconds95: Object.fromEntries(
          (['walk', 'take', 'pickKind'] as const).map((what) => [
            what,
            { ...drawn(percentile95(exceptions[what]), 100), median: round(median(exceptions[what])) },
          ]),
        ),
        framesWithBlankRows: figure(exceptions.framesWithBlankRows, 0),
        longestTaskWhileScrollingMilliseconds: drawn(Math.max(0, ...exceptions.longTasksWhileScrolling), 50),
        fiveHundredAlike: {
          previewMilliseconds: round(exceptions.alike.preview, 0),
          settledMilliseconds: served(exceptions.alike.settled, 5000),
          undoneMilliseconds: served(exceptions.alike.undone, 5000),
        },
      },
      handoff: {
        lines: handedOff.lines,
        checkMilliseconds: served(median(handedOff.checkMilliseconds), 10_000),
        sealMilliseconds: served(handedOff.sealMilliseconds, 10_000),
        fileBytes: handedOff.fileBytes,
        fileMilliseconds: round(median(handedOff.fileMilliseconds), 0),
        bareSelectMilliseconds: round(median(handedOff.bareSelectMilliseconds), 0),
        timesBareSelect: figure(
          median(handedOff.fileMilliseconds.map((n, i) => n / handedOff.bareSelectMilliseconds[i]!)),
          3,
        ),
        serverPeakMegabytes: figure(handedOff.peakMegabytes, 300),
      },
      // A new edition changes what everybody was paid in the period that was handed off.
      afterwards: {
        differences: afterwards.differences,
        comparedMilliseconds: served(afterwards.comparedMilliseconds, 15_000),
        listMilliseconds: drawn(median(afterwards.listMilliseconds), 100),
        carriedMilliseconds: served(afterwards.carriedMilliseconds, 5000),
        approvedMilliseconds: served(afterwards.approvedMilliseconds, 5000),
        sealMilliseconds: served(afterwards.sealMilliseconds, 10_000),
        serverPeakMegabytes: figure(afterwards.peakMegabytes, 300),
      },
      scrolling: {
        longestTaskMilliseconds: drawn(Math.max(0, ...screens.longTasksWhileScrolling), 50),
        framesWithBlankRows: figure(screens.framesWithBlankRows, 0),
      },
    },
    null,
    2,
  )}\n`,
);
await connection.end();
await stopServer(server);
