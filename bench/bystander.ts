/**
 * How long somebody waits for a card while somebody else has something heavy done: each in turn, with the longest wait. Prints one JSON object.
 * The yardstick is the same card asked for while nothing else is done.
 */

import { type CardsReply, cardRows } from '@heath/contract';
import { instant, workday, workdayToIso, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, DEMO_NOW, people, punchFileLines, ZONE } from '@heath/demo';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { clockAt } from '../server/src/base/clock.ts';
import { createLog } from '../server/src/base/log.ts';
import { connect, disconnect } from '../server/src/database/connect.ts';
import { migrate } from '../server/src/database/migrate.ts';
import { contextHereAndNow, importFile } from '../server/src/demo/acting.ts';
import { loadCompany } from '../server/src/demo/company.ts';
import { type Call, caller, here, peakMegabytes, startServer, stopServer } from './server.ts';

const PEOPLE = 10_000;
/** Longest that anybody may be kept waiting by what somebody else has done. */
const LONGEST_WAIT_MILLISECONDS = 250;
const databaseUrl = process.env.HEATH_DATABASE_URL!;
const say = (text: string) => process.stderr.write(`${text}\n`);
const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

say('Setting up ten thousand people.');
await migrate(databaseUrl, here('../../server/migrations'));
const database = connect(databaseUrl, 4);
await loadCompany(database, PEOPLE, CURRENT_PERIOD);
async function* file(): AsyncGenerator<Buffer> {
  const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
  let text = '';
  for (const line of punchFileLines(people(PEOPLE), CURRENT_PERIOD, workday(CURRENT_PERIOD + 13), offsets)) {
    text += `${line}\n`;
    if (text.length < 100_000) continue;
    yield Buffer.from(text);
    text = '';
  }
  yield Buffer.from(text);
}
await importFile(contextHereAndNow(database, clockAt(DEMO_NOW), createLog('silent')), 'clocks.csv', file());
await disconnect(database);
const connection = await mysql.createConnection(databaseUrl);
const [periods] = await connection.query<RowDataPacket[]>('SELECT id FROM period LIMIT 1');
const periodId = periods[0]!.id as number;
await connection.end();

let server = await startServer();
const heavy = caller();
const other = caller();
await heavy.call('POST', '/session', { username: 'odile', password: 'gorse-in-bloom' });
await other.call('POST', '/session', { username: 'marek', password: 'heather-and-moss' });
const cards = cardRows(await other.call<CardsReply>('GET', `/periods/${periodId}/cards`));

/** The longest wait of somebody who asks for a card again and again while something is done. */
async function waits(
  work: () => Promise<unknown>,
): Promise<{ longest: number; took: number; failed: string | null }> {
  let isOver = false;
  let longest = 0;
  let failed: string | null = null;
  const began = performance.now();
  const ended = work()
    .catch((error: Error) => {
      failed = error.message.slice(0, 200);
    })
    .finally(() => {
      isOver = true;
    });
  for (let i = 0; !isOver || i < 20; i++) {
    const start = performance.now();
    await other.call('GET', `/periods/${periodId}/cards/${cards[(i * 37) % cards.length]!.personId}`);
    longest = Math.max(longest, performance.now() - start);
    await wait(5);
  }
  await ended;
  return { longest, took: performance.now() - began, failed };
}

const codes = (count: number) =>
  [
    'code,name,kind',
    ...Array.from({ length: count }, (_, i) => `N${i},${'Name of a code '.repeat(6)}${i},hours`),
  ].join('\n');
const rates = () =>
  [
    'number,rate,first day',
    ...people(PEOPLE).flatMap(({ number }) =>
      Array.from({ length: 12 }, (_, i) => `${number},1${i}.50,2025-${String(i + 1).padStart(2, '0')}-01`),
    ),
  ].join('\n');
const mapping = await heavy.call<{ readonly rules: readonly unknown[] }>('GET', '/mapping');
const layouts = await heavy.call<{ readonly layouts: readonly { readonly says: unknown }[] }>(
  'GET',
  '/layouts',
);
const correction = (personId: number) => ({
  personId,
  says: {
    kind: 'flat-hours',
    workday: workdayToIso(workday(CURRENT_PERIOD + 1)),
    as: 'adjustment',
    code: 'Goodwill',
    length: 'PT30M',
    job: null,
    department: null,
  },
});
const bulk = {
  what: 'A half hour for all',
  note: '',
  items: cards.slice(0, 100).map(({ personId }) => correction(personId)),
};

const HEAVY: Readonly<Record<string, (call: Call) => Promise<unknown>>> = {
  nothing: () => wait(1500),
  'a list of 20,000 codes': (call) => call('PUT', '/pay-codes/list', codes(20_000)),
  'a list of 4 MB of rates': (call) => call('PUT', '/pay-codes/rates', rates()),
  '50 MB of empty lines': (call) =>
    call('POST', '/imports?name=blank.csv', `Person no,Punched at,Type\n${'\n'.repeat(50_000_000)}`).catch(
      () => null,
    ),
  'sixty previews of a bulk': (call) =>
    Promise.all(Array.from({ length: 60 }, () => call('POST', `/periods/${periodId}/bulks/preview`, bulk))),
  'a preview of the mapping': (call) =>
    call('POST', `/periods/${periodId}/mapping/preview`, { rules: mapping.rules }),
  'a preview of a layout': (call) =>
    call('POST', `/periods/${periodId}/layouts/preview`, { says: layouts.layouts[0]!.says }),
  'the check of the handoff': (call) => call('POST', `/periods/${periodId}/handoff/check`, {}),
  'a report of hours and cost': (call) => call('GET', `/periods/${periodId}/reports/hours-and-cost`),
  'the list of cards, ten times': (call) =>
    Promise.all(Array.from({ length: 10 }, () => call('GET', `/periods/${periodId}/cards`))),
};

/** Ten thousand cards on paper: how long that takes, and the most memory that the server then has. */
const MOST_PRINTING_SECONDS = 60;
const MOST_MEGABYTES = 300;
const bar = (value: number, limit: number) => ({
  value: Math.round(value * 10) / 10,
  limit,
  met: value <= limit,
});
// A server of its own: what the list of cards needed would stay with the other.
await stopServer(server);
server = await startServer();
say('Printing.');
const print = () => heavy.call('POST', `/periods/${periodId}/printed-cards`, {});
const begun = performance.now();
await print();
const seconds = (performance.now() - begun) / 1000;
// Without the bystander, who asks for thousands of cards: those need memory of their own.
const peak = peakMegabytes(server.pid ?? 0);
const printing = await waits(print);
const printed = {
  seconds: bar(seconds, MOST_PRINTING_SECONDS),
  serverPeakMegabytes: bar(peak, MOST_MEGABYTES),
  longestWaitMilliseconds: bar(printing.longest, LONGEST_WAIT_MILLISECONDS),
  ...(printing.failed === null ? {} : { failed: printing.failed }),
};
say(JSON.stringify(printed));

// Whatever is done for the first time takes longer.
await waits(() => wait(1500));
const found: Record<string, unknown> = {};
let nothing = 1;
for (const [name, work] of Object.entries(HEAVY)) {
  const { longest, took, failed } = await waits(() => work(heavy.call));
  if (name === 'nothing') nothing = longest;
  found[name] = {
    longestWaitMilliseconds: {
      value: Math.round(longest),
      limit: LONGEST_WAIT_MILLISECONDS,
      met: longest <= LONGEST_WAIT_MILLISECONDS,
    },
    timesNothing: Math.round((longest / nothing) * 10) / 10,
    tookMilliseconds: Math.round(took),
    ...(failed === null ? {} : { failed }),
  };
  say(`${name}: ${Math.round(longest)} ms, of ${Math.round(took)}${failed === null ? '' : `: ${failed}`}`);
}
await stopServer(server);
process.stdout.write(`${JSON.stringify({ printed, bystander: found }, null, 2)}\n`);
