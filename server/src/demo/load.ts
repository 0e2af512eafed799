import {
  type Instant,
  instant,
  instantToIso,
  recognize,
  SECONDS_PER_DAY,
  type Workday,
  workday,
  workdayToIso,
  zoneOffsets,
} from '@heath/core';
import {
  CURRENT_PERIOD,
  DEMO_NOW,
  DEPARTMENTS,
  type DemoPerson,
  people as demoPeople,
  FIRST_PERIOD,
  GROUPS,
  HOLIDAYS,
  JOBS,
  LEAVE,
  LEAVE_CODE,
  PAY_CODES,
  planOf,
  punchFileLines,
  SITES,
  ZONE,
} from '@heath/demo';
import { sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import { type Clock, clockAt } from '../clock.ts';
import { ensureCards } from '../computing/cards.ts';
import { recomputePeriod } from '../computing/recompute.ts';
import type { Database, Queries } from '../database/connect.ts';
import * as tables from '../database/schema.ts';
import { transaction } from '../database/transaction.ts';
import { Disk } from '../disk.ts';
import { handOff } from '../features/handoff/service.ts';
import { inspectFile } from '../features/imports/inspect.ts';
import { receive, start } from '../features/imports/service.ts';
import { hashPassword } from '../features/sign-in/service.ts';
import type { Context } from '../http/context.ts';
import { workWaiting } from '../tasks/work.ts';

/** Who can sign in to the demo. */
export const DEMO_USERS = [
  { username: 'odile', name: 'Odile Ravn', password: 'gorse-in-bloom' },
  { username: 'marek', name: 'Marek Tamm', password: 'heather-and-moss' },
] as const;

const PERIOD_DAYS = 14;
const ROWS_AT_ONCE = 2000;
const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));

export interface DemoSize {
  readonly people: number;
  /** The first day of the first period; history before it is left out. */
  readonly firstPeriod?: Workday | undefined;
  /** Punches come up to this workday; the whole current period where it is not given. */
  readonly lastPunches?: Workday | undefined;
}

/** Sets up the company: people, plans, rulebooks, pay codes, periods and accounts, in one transaction. */
export async function loadCompany(
  database: Database,
  count: number,
  firstPeriod = FIRST_PERIOD,
): Promise<void> {
  const users = await Promise.all(
    DEMO_USERS.map(async ({ username, name, password }) => ({
      username,
      name,
      passwordHash: await hashPassword(password),
    })),
  );
  await transaction(database, async (tx) => {
    await tx.insert(tables.user).values(users);
    await tx.insert(tables.site).values(SITES.map((name) => ({ name, zone: ZONE })));
    await tx.insert(tables.job).values(JOBS.map((name) => ({ name })));
    await tx.insert(tables.department).values(DEPARTMENTS.map(({ name }) => ({ name })));
    await loadRules(tx, firstPeriod);
    await loadPayCodes(tx);
    await tx.insert(tables.holiday).values(HOLIDAYS.map(({ day, name }) => ({ workday: day, name })));
    await loadPeople(tx, demoPeople(count), firstPeriod);
  });
}

const insertedId = async (insert: Promise<[{ insertId: number }, unknown]>): Promise<number> =>
  (await insert)[0].insertId;

async function loadRules(tx: Queries, firstPeriod: Workday): Promise<void> {
  const scheduleId = await insertedId(tx.insert(tables.schedule).values({ name: 'Every two weeks' }));
  for (let firstDay = firstPeriod; firstDay <= CURRENT_PERIOD; firstDay = workday(firstDay + PERIOD_DAYS)) {
    await tx
      .insert(tables.period)
      .values({ scheduleId, firstDay, lastDay: workday(firstDay + PERIOD_DAYS - 1) });
  }
  for (const { name, rulebook } of GROUPS) {
    const rulebookId = await insertedId(tx.insert(tables.rulebook).values({ name: rulebook.name }));
    await tx
      .insert(tables.rulebookEdition)
      .values({ rulebookId, edition: 1, firstDay: FIRST_PERIOD, rules: rulebook });
    await tx.insert(tables.payGroup).values({ name, scheduleId, rulebookId });
  }
}

async function loadPayCodes(tx: Queries): Promise<void> {
  for (const { code, name, pays } of PAY_CODES) {
    const payCodeId = await insertedId(tx.insert(tables.payCode).values({ code, name }));
    for (const classId of pays) await tx.insert(tables.payCodeClass).values({ classId, payCodeId });
  }
}

async function loadPeople(tx: Queries, people: readonly DemoPerson[], firstPeriod: Workday): Promise<void> {
  const idByName = async (
    table: typeof tables.site | typeof tables.department | typeof tables.job | typeof tables.payGroup,
  ) =>
    new Map(
      (await tx.select({ id: table.id, name: table.name }).from(table)).map((row) => [row.name, row.id]),
    );
  const [sites, departments, jobs, groups] = [
    await idByName(tables.site),
    await idByName(tables.department),
    await idByName(tables.job),
    await idByName(tables.payGroup),
  ];
  for (let i = 0; i < people.length; i += ROWS_AT_ONCE) {
    await tx.insert(tables.person).values(
      people.slice(i, i + ROWS_AT_ONCE).map((person) => ({
        number: person.number,
        name: person.name,
        groupId: groups.get(person.department.group)!,
        departmentId: departments.get(person.department.name)!,
        siteId: sites.get(person.site)!,
        firstDay: person.firstDay,
        lastDay: person.lastDay,
      })),
    );
  }
  const rows = await tx.select({ id: tables.person.id, number: tables.person.number }).from(tables.person);
  const ids = new Map(rows.map((row) => [row.number, row.id]));
  await loadLeave(tx, people, ids);
  let plans: (typeof tables.plan.$inferInsert)[] = [];
  const flush = async () => {
    if (plans.length > 0) await tx.insert(tables.plan).values(plans);
    plans = [];
  };
  for (const person of people) {
    for (let day = firstPeriod; day < CURRENT_PERIOD + PERIOD_DAYS; day = workday(day + 1)) {
      const plan = planOf(person, day, offsets);
      if (plan === null) continue;
      plans.push({
        personId: ids.get(person.number)!,
        startsAt: plan.startsAt,
        endsAt: plan.endsAt,
        workday: day,
        jobId: jobs.get(person.job)!,
      });
      if (plans.length === ROWS_AT_ONCE) await flush();
    }
  }
  await flush();
}

/** The demo's leave, for those of its people that are there. */
async function loadLeave(
  tx: Queries,
  people: readonly DemoPerson[],
  ids: ReadonlyMap<string, number>,
): Promise<void> {
  for (const person of people) {
    for (const day of LEAVE[person.index] ?? []) {
      await tx.insert(tables.leave).values({
        personId: ids.get(person.number)!,
        workday: workday(CURRENT_PERIOD + day),
        kind: 'leave',
        code: LEAVE_CODE,
        seconds: 8 * 3600,
        reason: 'Booked',
      });
    }
  }
}

/** The punch file of one period as bytes. */
async function* punchFile(count: number, first: Workday, last: Workday): AsyncGenerator<Buffer> {
  let text = '';
  for (const line of punchFileLines(demoPeople(count), first, last, offsets)) {
    text += `${line}\r\n`;
    if (text.length > 262_144) {
      yield Buffer.from(text);
      text = '';
    }
  }
  if (text !== '') yield Buffer.from(text);
}

/** Loads the demo company with its history: every period before the current one is imported, computed and handed off. */
export async function loadDemo(database: Database, log: Logger, size: DemoSize): Promise<void> {
  await loadCompany(database, size.people, size.firstPeriod);
  const periods = await database.select().from(tables.period).orderBy(tables.period.firstDay);
  for (const { id, firstDay, lastDay } of periods) {
    await ensureCards(database, id);
    const last = size.lastPunches !== undefined && size.lastPunches < lastDay ? size.lastPunches : lastDay;
    // Each period was worked on the Monday after it.
    const monday = instantToIso(((lastDay + 1) * SECONDS_PER_DAY + 9 * 3600) as Instant);
    const clock = clockAt(firstDay === CURRENT_PERIOD ? DEMO_NOW : monday);
    const context = contextHereAndNow(database, clock, log);
    if (last >= firstDay)
      await importFile(
        context,
        `clocks-${workdayToIso(firstDay)}.csv`,
        punchFile(size.people, firstDay, last),
      );
    await recomputePeriod(database, clock, id, async () => {});
    if (firstDay < CURRENT_PERIOD) await handOff(context, null, 1, id);
  }
}

/** A context without a server around it: for set-up and tests. */
export const contextHereAndNow = (database: Database, clock: Clock, log: Logger): Context => ({
  database,
  clock,
  log,
  server: 'here and now',
  disk: new Disk(null),
  nudge: () => {},
  inspect: (importId) => inspectFile(database, importId),
});

/** Imports a file as the page does, waiting for its end. */
export async function importFile(
  context: Context,
  name: string,
  bytes: AsyncIterable<Buffer>,
): Promise<number> {
  const id = await receive(context, null, 1, name, bytes);
  const header = ['Person no', 'Punched at', 'Type', 'Job', 'Site'];
  await start(context, null, id, { columns: recognize(header, []).columns, dateOrder: 'iso' });
  await workWaiting(context.database, context.clock);
  return id;
}

/** Empties every table, after a load that was cut off. */
export async function emptyDatabase(database: Database): Promise<void> {
  for (const table of Object.values(tables)) {
    if (typeof table === 'object') await database.execute(sql`DELETE FROM ${table}`);
  }
}
