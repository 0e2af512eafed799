/**
 * Batches are sealed, delivered, left without an answer, lied about, voided, tried again, and older copies of the data are put back, by chance. What a
 * person would do at each point is done: ask the pay system, state what its ledger shows, explain what Heath does not know. In the end the ledger of
 * the pay system is held against the cards: every line paid once. HEATH_FAULT_ROUNDS says how many rounds there are, HEATH_SEED which.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { cardRows } from '@heath/contract';
import {
  type Instant,
  instantToIso,
  recognize,
  SECONDS_PER_DAY,
  type Workday,
  workdayFromIso,
  workdayToIso,
  writeRanges,
} from '@heath/core';
import { LIE_NAMES, startIntake } from '@heath/pay-intake';
import { parse } from 'csv-parse/sync';
import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { loadBackup, writeBackup } from '../../../../scripts/lib/backup.mjs';
import { Problem } from '../../base/problem.ts';
import { connect, disconnect } from '../../database/connect.ts';
import { batch, delivery, period, task } from '../../database/schema/index.ts';
import { contextHereAndNow } from '../../demo/acting.ts';
import { chunksOf } from '../../pay/batch-file.ts';
import { claimTask, endTask, failTask } from '../../queue/claims.ts';
import { failureOf } from '../../tasks/failures.ts';
import { here, work } from '../../tasks/work.ts';
import { bytes, type Company, freshCompany } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { receive, start } from '../imports/service.ts';
import { tryAgain } from '../tasks/store.ts';
import { findBatch } from './batches/store.ts';
import { askWhatIsThere, stateWhatIsThere } from './deliveries/doubt.ts';
import { linesLeft } from './deliveries/of-batch.ts';
import { NoAnswer } from './deliveries/pay-system.ts';
import { explainUnmatched, paySystemOf } from './deliveries/pay-system-service.ts';
import { deliverBatch } from './deliveries/service.ts';
import { compareWithPaySystem } from './deliveries/unmatched.ts';
import { handOff } from './sealing.ts';
import { batchDetail } from './service.ts';
import { takeBack } from './taking-back.ts';

const ROUNDS = Number(process.env.HEATH_FAULT_ROUNDS ?? 20);
const SEED = Number(process.env.HEATH_SEED ?? 20_261_201);
const PEOPLE = ['MF-0101', 'MF-0102', 'MF-0103', 'MF-0104'];
const LAST_DAY = workdayFromIso('2026-10-12');
const OVERRIDES = ['approved', 'known people', 'known codes', 'left', 'two groups', 'too many hours'].map(
  (check) => ({ check, reason: 'A round of it' }),
);
const HEADER = 'Person no,Punched at,Type,Job,Site';

/** Draws by chance, the same for the same seed: a linear congruential generator with the constants of Numerical Recipes, recalled from memory. */
let state = SEED >>> 0;
const draw = (below: number): number => {
  state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
  return Math.floor((state / 2 ** 32) * below);
};
const oneOf = <T>(all: readonly T[]): T => all[draw(all.length)] as T;

const folder = mkdtempSync(join(tmpdir(), 'heath-any-fault-'));
let company: Company;
let intake: Awaited<ReturnType<typeof startIntake>>;
/** A pay period of one day for each round, the first first. */
let days: { readonly id: number; readonly day: Workday }[];
/** Punches that came so far, a file a round: after an older copy is put back they come again. */
const filesSoFar: string[] = [];
let copies: { readonly file: string; readonly round: number }[] = [];
let restored = 0;
const done: Record<string, number> = {};
const count = (what: string) => {
  done[what] = (done[what] ?? 0) + 1;
};
/** What was done, for whoever looks why it failed. */
const trace: string[] = [];

beforeAll(async () => {
  company = await freshCompany('any_fault', 8);
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  process.env.HEATH_PAY_INTAKE = intake.url;
  const run = (text: string) => company.database.execute(sql.raw(text));
  await run("UPDATE person SET first_day = '2020-06-01', last_day = NULL");
  await run("UPDATE assignment SET first_day = '2020-06-01' WHERE first_day < '2026-07-01'");
  await run("UPDATE group_schedule SET first_day = '2020-06-01'");
  await run("UPDATE badge_owner SET first_day = '2020-06-01' WHERE first_day < '2025-01-01'");
  const firsts = Array.from({ length: ROUNDS }, (_, i) => workdayToIso((LAST_DAY - ROUNDS + i) as Workday));
  await run(
    `INSERT INTO period (schedule_id, first_day, last_day) VALUES ${firsts.map((day) => `(1, '${day}', '${day}')`).join(', ')}`,
  );
  days = (await company.database.select().from(period).orderBy(period.firstDay))
    .filter(({ firstDay }) => firstDay < LAST_DAY)
    .map(({ id, firstDay }) => ({ id, day: firstDay }));
});
afterAll(async () => {
  delete process.env.HEATH_PAY_INTAKE;
  await intake.close();
  rmSync(folder, { recursive: true, force: true });
  await company.close();
});

const behave = (behavior: Record<string, unknown>) =>
  fetch(`${intake.url}/behavior`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(behavior),
  });

const addressOf = (url: string) => {
  const { hostname, port, username, password, pathname } = new URL(url);
  return { host: hostname, port: Number(port), user: username, password, name: pathname.slice(1) };
};

async function copy(round: number): Promise<void> {
  count('copied');
  const file = join(folder, `copy-${round}-${copies.length}.sql.gz`);
  await writeBackup(addressOf(company.url), file, new Date().toISOString());
  copies = [...copies.slice(-2), { file, round }];
}

/** Puts an older copy back, as `npm run restore` does, and lets the punches that were lost come again. */
async function putBack(round: number): Promise<void> {
  const one = copies.length === 0 ? undefined : oneOf(copies);
  if (one === undefined) return;
  count('restored');
  trace.push(`put back a copy of round ${one.round}`);
  const name = `heath_any_fault_${++restored}`;
  const url = company.url.replace(/\/[^/]*$/, `/${name}`);
  await company.database.execute(sql.raw(`DROP DATABASE IF EXISTS ${name}`));
  await company.database.execute(
    sql.raw(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`),
  );
  await loadBackup(addressOf(url), one.file);
  const before = addressOf(company.url).name;
  await disconnect(company.database);
  const database = connect(url, 6) as Company['database'];
  const context = contextHereAndNow(database, company.clock, company.log);
  company = { ...company, ...context, url, database, close: () => disconnect(database) };
  await database.execute(sql.raw(`DROP DATABASE ${before}`));
  // Copies of what came after it are of another past.
  copies = copies.filter((other) => other.round <= one.round);
  // As the server does when it starts.
  const at = company.payIntake();
  if (at !== null) await compareWithPaySystem(database, company.clock, at).catch(() => {});
  for (const file of filesSoFar.slice(0, round + 1)) await bring(file);
}

/** Imports a file, and computes what follows from it. */
async function bring(text: string): Promise<void> {
  const id = await receive(company, company.who, null, 'clocks.csv', bytes(text));
  const { columns } = recognize(HEADER.split(','), []);
  await start(company, company.who, null, id, { columns, dateOrder: 'iso' });
  await workOn(['import', 'recompute']);
}

async function workOn(kinds: Parameters<typeof claimTask>[2]): Promise<number> {
  let worked = 0;
  await company.database.update(task).set({ notBefore: 0 });
  for (;;) {
    const claimed = await claimTask(company.database, 'test', kinds);
    if (claimed === null) return worked;
    worked++;
    try {
      await work(company.database, here(company.database, company.clock), claimed);
      await endTask(company.database, claimed);
    } catch (error) {
      await failTask(company.database, claimed, failureOf(error));
      return worked;
    }
  }
}

/** Does something that may be refused, as people are refused: what a refusal says is no fault. */
async function may(what: string, act: () => Promise<unknown>): Promise<void> {
  try {
    await act();
    count(what);
    trace.push(what);
  } catch (error) {
    if (!(error instanceof Problem) && !(error instanceof NoAnswer)) throw error;
    count(`${what}: refused`);
    trace.push(`${what}: ${error.message}`);
  }
}

/** The batch of a period that stands; undefined where it is open. */
async function standingBatch(periodId: number) {
  const rows = await company.database.select().from(batch).where(eq(batch.periodId, periodId));
  return rows.find(({ ended, kind }) => ended === null && kind === 'regular');
}
const stateOf = async (id: number) => (await batchDetail(company, id)).batch.state;
const entries = () => intake.ledger.entries.filter(({ paid }) => paid.length > 0);

/** What somebody finds who looks into the pay system's own books: which lines of a batch it has, whatever they are called there. */
async function linesThere(batchId: number): Promise<number[]> {
  const parts: Buffer[] = [];
  for await (const part of chunksOf(company.database, batchId)) parts.push(part);
  const rows: string[][] = parse(Buffer.concat(parts), { bom: true, relax_column_count: true });
  const left = new Map<string, number>();
  for (const { paid } of entries())
    for (const { person, day, code, hours } of paid) {
      const key = [person, day, code, hours].join(' ');
      left.set(key, (left.get(key) ?? 0) + 1);
    }
  // Behind the heading, before the trailer.
  return rows.slice(1, -1).flatMap((row, i) => {
    const key = row.slice(0, 4).join(' ');
    const there = left.get(key) ?? 0;
    left.set(key, there - 1);
    return there > 0 ? [i + 1] : [];
  });
}

async function stateTruth(batchId: number): Promise<void> {
  const row = await findBatch(company.database, batchId);
  const left = row === undefined ? [] : await linesLeft(company.database, row);
  const there = (await linesThere(batchId)).filter((line) => left.includes(line));
  const lines = left.length;
  const has = there.length === 0 ? 'none' : there.length === lines ? 'all' : 'these';
  await stateWhatIsThere(company, company.who, null, batchId, {
    has,
    lines: writeRanges(there),
    reason: 'By their books',
  });
}

/** What a person does about handoffs that Heath does not know: each period that they are of is sealed, and it is stated what is there of it. */
async function explain(): Promise<void> {
  const { unmatched } = await paySystemOf(company);
  if (unmatched.length === 0) return;
  for (const { key } of unmatched) {
    const paid = intake.ledger.of(key)?.paid ?? [];
    const iso = paid[0]?.day.split('/').reverse().join('-') ?? '';
    const at = days.find(({ day }) => workdayToIso(day) === iso);
    if (at === undefined) continue;
    if ((await standingBatch(at.id)) === undefined) await seal(at.id);
    const standing = await standingBatch(at.id);
    if (standing === undefined) throw new Error(`The period of ${iso} is not sealed.`);
    // One that is on its way is held up first.
    for (let i = 0; i < 12 && (await stateOf(standing.id)) === 'under way'; i++) await workOn(['deliver']);
    if ((await stateOf(standing.id)) !== 'accepted') await stateTruth(standing.id);
  }
  await explainUnmatched(
    company,
    company.who,
    null,
    unmatched.map(({ key }) => key),
    'Sent before the copy was made',
  );
  count('explained');
}

const seal = async (periodId: number) => {
  await workOn(['recompute']);
  await may('sealed', () => handOff(company, company.who, null, periodId, { overrides: OVERRIDES }));
};

const FAULTS = ['well', 'slow', 'cut off', 'lost', 'garbled', 'busy', 'endless', ...LIE_NAMES];

async function act(round: number, periodId: number): Promise<void> {
  const standing = await standingBatch(periodId);
  const acts: (() => Promise<unknown>)[] = [() => copy(round), () => workOn(['deliver'])];
  if (draw(4) === 0) acts.push(() => putBack(round));
  if (standing === undefined)
    acts.push(
      () => seal(periodId),
      () => seal(periodId),
      () => seal(periodId),
    );
  else {
    const { id } = standing;
    const refresh = async () => {
      const faulty = {
        how: oneOf(FAULTS),
        times: 1 + draw(12),
        milliseconds: 20,
        asking: oneOf(['well', 'well', 'busy']),
      };
      await behave(faulty);
      if (draw(5) === 0) process.env.HEATH_PAY_INTAKE = oneOf(['http://127.0.0.1:9', intake.url]);
    };
    acts.push(
      refresh,
      refresh,
      () => may('delivered', () => deliverBatch(company, company.who, null, id, oneOf(['all', 'rest']))),
      () => may('delivered', () => deliverBatch(company, company.who, null, id, 'all')),
      async () => {
        for (let i = 0; i < 12; i++) await workOn(['deliver']);
      },
      () =>
        may('voided', () =>
          takeBack(company, company.who, null, id, oneOf(['void', 'void', 'reopened']), 'By chance'),
        ),
      () => may('asked', () => askWhatIsThere(company, id)),
      () => may('stated', () => stateTruth(id)),
      async () => {
        for (const { id: taskId } of await company.database
          .select()
          .from(task)
          .where(eq(task.kind, 'deliver')))
          if (await tryAgain(company.database, taskId)) count('tried again');
      },
      async () => {
        // Void and try again at one moment.
        const [last] = await company.database.select().from(delivery).where(eq(delivery.batchId, id));
        const tasks = await company.database
          .select()
          .from(task)
          .where(eq(task.subjectId, last?.id ?? 0));
        await Promise.all([
          may('voided', () => takeBack(company, company.who, null, id, 'void', 'At one moment')),
          ...tasks.map(({ id: taskId }) =>
            tryAgain(company.database, taskId).then(() => workOn(['deliver'])),
          ),
        ]);
      },
    );
  }
  await oneOf(acts)();
}

/** Whether a delivery was held up since the pay system has another handoff of its number. */
async function hasAnothersNumber(id: number): Promise<boolean> {
  const { deliveries } = await batchDetail(company, id);
  return deliveries[0]?.answer?.includes('seal it anew') ?? false;
}

/** Brings every period to its end with a pay system that answers. */
async function bringToAnEnd(upTo: number): Promise<void> {
  process.env.HEATH_PAY_INTAKE = intake.url;
  await behave({ how: 'well' });
  for (let tries = 0; tries < 6; tries++) {
    let isOver = true;
    for (const { id: periodId } of days.slice(0, upTo + 1)) {
      if ((await standingBatch(periodId)) === undefined) await seal(periodId);
      const standing = await standingBatch(periodId);
      if (standing === undefined) {
        isOver = false;
        continue;
      }
      for (let turn = 0; turn < 8 && (await stateOf(standing.id)) !== 'accepted'; turn++) {
        isOver = false;
        await explain();
        const now = await stateOf(standing.id);
        if (now === 'in doubt') {
          await may('asked', () => askWhatIsThere(company, standing.id));
          if ((await stateOf(standing.id)) === 'in doubt') await may('stated', () => stateTruth(standing.id));
        } else if (now === 'refused' || (await hasAnothersNumber(standing.id))) {
          // Under the numbers that its lines have, the pay system has others.
          await may('voided', () => takeBack(company, company.who, null, standing.id, 'void', 'Refused'));
          break;
        } else if (now !== 'under way')
          await may('delivered', () =>
            deliverBatch(company, company.who, null, standing.id, now === 'in part' ? 'rest' : 'all'),
          );
        await workOn(['deliver']);
      }
    }
    if (isOver) return;
  }
}

/** Every hour of every card is there once: the ledger, by person and day, against the cards. */
async function witness(upTo: number): Promise<void> {
  const sums = new Map<string, number>();
  const add = (key: string, hundredths: number) => sums.set(key, (sums.get(key) ?? 0) + hundredths);
  const references = new Set<string>();
  for (const { paid } of entries())
    for (const { reference, person, day, hours } of paid) {
      expect(references.has(reference)).toBe(false);
      references.add(reference);
      add(`${person} ${day.split('/').reverse().join('-')}`, Math.round(Number(hours) * 100));
    }
  for (const { id, day } of days.slice(0, upTo + 1))
    for (const { personId, number } of cardRows(await listCards(company, company.who, id))) {
      const card = await openCard(company, company.who, { periodId: id, personId });
      for (const { hours } of card.lines) add(`${number} ${workdayToIso(day)}`, -Math.round(hours / 900));
    }
  const wrong = [...sums].filter(([, hundredths]) => hundredths !== 0);
  if (wrong.length > 0) console.log(`HEATH_SEED=${SEED}\n${trace.join('\n')}`);
  expect(wrong).toEqual([]);
}

it(
  `whatever goes wrong between Heath and the pay system, in ${ROUNDS} rounds, every line is paid once`,
  async () => {
    for (const [round, { id, day }] of days.entries()) {
      const rows = PEOPLE.flatMap((number) => {
        const from = day * SECONDS_PER_DAY + 8 * 3600 + draw(600);
        const to = from + 6 * 3600 + draw(12_000);
        return [
          `${number},${instantToIso(from as Instant)},in,Kittiwake,`,
          `${number},${instantToIso(to as Instant)},out,,`,
        ];
      });
      const file = [HEADER, ...rows].join('\n');
      filesSoFar.push(file);
      await bring(file);
      await seal(id);
      trace.push(`round ${round}, ${workdayToIso(day)}, period ${id}`);
      for (let i = 0; i < 8; i++) await act(round, id);
      if (round % 5 === 4 || round === days.length - 1) {
        await bringToAnEnd(round);
        await witness(round);
      }
    }
    if (ROUNDS > 20) console.log(JSON.stringify(done));
    // Each kind of thing was done, where there were rounds enough for chance.
    if (ROUNDS >= 20)
      for (const what of ['sealed', 'delivered', 'voided', 'asked', 'stated', 'restored', 'explained'])
        expect(`${what}: ${(done[what] ?? 0) > 0}`).toBe(`${what}: true`);
  },
  120_000 + ROUNDS * 20_000,
);
