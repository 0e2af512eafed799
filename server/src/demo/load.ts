import {
  type Instant,
  instant,
  instantFromIso,
  instantToIso,
  isMissingPunch,
  payPeriods,
  recognize,
  SECONDS_PER_DAY,
  type Workday,
  workday,
  workdayToIso,
  zoneOffsets,
} from '@heath/core';
import {
  AMOUNTS,
  ANSWER,
  CURRENT_PERIOD,
  codeOf,
  DEMO_NOW,
  DEMO_USERS,
  DEPARTMENTS,
  type DemoPerson,
  type DemoUser,
  people as demoPeople,
  FIRST_PERIOD,
  GROUPS,
  HIRED,
  HOLIDAYS,
  JOB_TYPES,
  JOBS,
  LATE,
  LAYOUTS,
  LEAVE,
  LEAVE_CODE,
  LEAVE_KINDS,
  MAPPING,
  MOVED,
  PAY_CODES,
  planOf,
  punchFileLines,
  QUESTIONS,
  REASONS,
  ratesOf,
  SCHEME,
  SITES,
  STRANGERS_BADGE,
  ZONE,
} from '@heath/demo';
import { and, eq, gt, is, sql } from 'drizzle-orm';
import { MySqlTable } from 'drizzle-orm/mysql-core';
import type { Logger } from 'pino';
import { type Clock, clockAt } from '../clock.ts';
import { ensureCards } from '../computing/cards.ts';
import { recomputePeriod } from '../computing/recompute.ts';
import type { Database, Queries } from '../database/connect.ts';
import { writing } from '../database/happened.ts';
import * as tables from '../database/schema/index.ts';
import { transaction } from '../database/transaction.ts';
import { Disk } from '../disk.ts';
import { addAll } from '../features/amounts/service.ts';
import { approve } from '../features/approvals/service.ts';
import { handOff } from '../features/handoff/sealing.ts';
import { inspectFile } from '../features/imports/inspect.ts';
import { receive, start } from '../features/imports/service.ts';
import { answerQuestion, ask } from '../features/questions/service.ts';
import type { Context } from '../http/context.ts';
import { hashPassword } from '../rights/passwords.ts';
import { findWho, type Who, withinReach } from '../rights/who.ts';
import { here, workWaiting } from '../tasks/work.ts';

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
    DEMO_USERS.map(async (one) => ({ ...one, passwordHash: await hashPassword(one.password) })),
  );
  await writing(database, { userId: null, at: instantFromIso(DEMO_NOW) }, async (tx, tell) => {
    const calendarId = await insertedId(
      tx.insert(tables.calendar).values({ code: 'harbors', name: 'Days of the harbors' }),
    );
    await tx
      .insert(tables.calendarDay)
      .values(HOLIDAYS.map(({ day, name }) => ({ calendarId, day, kind: 'holiday' as const, name })));
    await tx.insert(tables.site).values(SITES.map((name) => ({ ...named(name), zone: ZONE, calendarId })));
    await tx
      .insert(tables.job)
      .values(JOBS.map((name) => ({ ...named(name), type: JOB_TYPES[name] ?? null })));
    await tx.insert(tables.department).values(DEPARTMENTS.map(({ name }) => named(name)));
    await tx.insert(tables.costCenter).values(DEPARTMENTS.map(({ name }) => named(name)));
    await loadRules(tx, firstPeriod);
    const everybody = demoPeople(count);
    await loadPaySystem(tx, everybody);
    const ids = await loadPeople(tx, everybody, firstPeriod);
    for (const one of users) await loadUser(tx, one, ids);
    await loadReasons(tx);
    tell({ what: 'set up', about: 'person', aboutId: 0, after: { people: count } });
  });
}

/** What a name alone says of a place or a work. */
const named = (name: string) => ({ code: codeOf(name), name, shortName: name.split(' ')[0] ?? name });

const insertedId = async (insert: Promise<[{ insertId: number }, unknown]>): Promise<number> =>
  (await insert)[0].insertId;

async function loadRules(tx: Queries, firstPeriod: Workday): Promise<void> {
  const scheduleId = await insertedId(
    tx.insert(tables.schedule).values({ name: 'Every two weeks', scheme: SCHEME }),
  );
  const isHoliday = (day: Workday) => HOLIDAYS.some((one) => one.day === day);
  for (const one of payPeriods(SCHEME, firstPeriod, workday(CURRENT_PERIOD + PERIOD_DAYS - 1), isHoliday))
    await tx.insert(tables.period).values({ scheduleId, ...one });
  for (const { name, rulebook } of GROUPS) {
    const rulebookId = await insertedId(tx.insert(tables.rulebook).values({ name: rulebook.name }));
    await tx
      .insert(tables.rulebookEdition)
      .values({ rulebookId, edition: 1, firstDay: FIRST_PERIOD, rules: rulebook });
    const groupId = await insertedId(
      tx.insert(tables.payGroup).values({ code: codeOf(name), name, rulebookId }),
    );
    await tx.insert(tables.groupSchedule).values({ groupId, firstDay: FIRST_PERIOD, scheduleId });
  }
}

/** The codes of the pay system, what is paid under which, whom it knows, and what its files look like. */
async function loadPaySystem(tx: Queries, people: readonly DemoPerson[]): Promise<void> {
  for (const { code, name, kind, multiplier } of PAY_CODES)
    await tx.insert(tables.payCode).values({ code, name, kind, multiplier: multiplier ?? null });
  await tx.insert(tables.mapping).values({ rules: MAPPING, madeAt: instantFromIso(DEMO_NOW) });
  for (const [i, says] of LAYOUTS.entries())
    await tx
      .insert(tables.layout)
      .values({ code: codeOf(says.name), name: says.name, says, isInUse: i === 0 });
  await insertAll(
    tx,
    tables.knownPerson,
    people.filter(({ index }) => index !== HIRED).map(({ number, name }) => ({ number, name, codes: null })),
  );
}

/** The reasons that are kept. */
async function loadReasons(tx: Queries): Promise<void> {
  const [first] = await tx.select({ id: tables.user.id }).from(tables.user).orderBy(tables.user.id).limit(1);
  if (first === undefined) throw new Error('Nobody can sign in.');
  const made = { madeBy: first.id, madeAt: instantFromIso(DEMO_NOW) };
  await tx.insert(tables.reason).values(REASONS.map((text) => ({ text, ...made })));
}

/** One account, with its role and its reach. */
async function loadUser(
  tx: Queries,
  { username, name, passwordHash, role, index, reach }: DemoUser & { readonly passwordHash: string },
  people: readonly number[],
): Promise<void> {
  // In a company smaller than the demo's, some have no card.
  const personId = index === undefined ? null : (people[index] ?? null);
  const userId = await insertedId(tx.insert(tables.user).values({ username, name, passwordHash, personId }));
  await tx.insert(tables.userRole).values({ userId, role });
  const of = async (table: typeof tables.department | typeof tables.payGroup, code: string) =>
    (
      await tx
        .select({ id: table.id })
        .from(table)
        .where(eq(table.code, codeOf(code)))
    )[0]?.id ?? null;
  if (typeof reach === 'string') await tx.insert(tables.userReach).values({ userId, kind: reach });
  else if ('group' in reach)
    await tx
      .insert(tables.userReach)
      .values({ userId, kind: 'group', groupId: await of(tables.payGroup, reach.group) });
  else
    for (const department of reach.departments)
      await tx.insert(tables.userReach).values({
        userId,
        kind: 'department',
        departmentId: await of(tables.department, department),
      });
}

/** Ids by code. */
async function idsByCode(
  tx: Queries,
  table:
    | typeof tables.site
    | typeof tables.department
    | typeof tables.costCenter
    | typeof tables.job
    | typeof tables.payGroup,
): Promise<(name: string) => number> {
  const rows = await tx.select({ id: table.id, code: table.code }).from(table);
  const ids = new Map(rows.map((row) => [row.code, row.id]));
  return (name) => {
    const id = ids.get(codeOf(name));
    if (id === undefined) throw new Error(`There is no ${name}.`);
    return id;
  };
}

/** Inserts many rows, some thousands at once. */
async function insertAll<T extends MySqlTable>(
  tx: Queries,
  table: T,
  rows: readonly T['$inferInsert'][],
): Promise<void> {
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await tx.insert(table).values(rows.slice(i, i + ROWS_AT_ONCE) as T['$inferInsert'][]);
}

/** People with their badges, assignments, plans and leave. Returns their ids, in the order of the company. */
async function loadPeople(
  tx: Queries,
  people: readonly DemoPerson[],
  firstPeriod: Workday,
): Promise<number[]> {
  await insertAll(
    tx,
    tables.person,
    people.map(({ number, name, firstDay, lastDay }) => ({ number, name, firstDay, lastDay })),
  );
  const rows = await tx.select({ id: tables.person.id, number: tables.person.number }).from(tables.person);
  const byNumber = new Map(rows.map((row) => [row.number, row.id]));
  const ids = people.map(({ number }) => byNumber.get(number) ?? 0);
  await loadBadges(tx, people, ids);
  const patterns = await loadPatterns(tx, people);
  const [sites, departments, costCenters, jobs, groups] = [
    await idsByCode(tx, tables.site),
    await idsByCode(tx, tables.department),
    await idsByCode(tx, tables.costCenter),
    await idsByCode(tx, tables.job),
    await idsByCode(tx, tables.payGroup),
  ];
  await insertAll(
    tx,
    tables.assignment,
    people.map((person, i) => ({
      personId: ids[i]!,
      firstDay: person.firstDay,
      groupId: groups(person.department.group),
      departmentId: departments(person.department.name),
      siteId: sites(person.site),
      costCenterId: costCenters(person.department.name),
      patternId: patterns(person),
      patternFrom: FIRST_PERIOD,
      supervisorId: supervisorOf(people, ids, person),
    })),
  );
  const moved = people[MOVED.index];
  const movedId = ids[MOVED.index];
  if (moved !== undefined && movedId !== undefined)
    await tx.insert(tables.assignment).values({
      personId: movedId,
      firstDay: MOVED.day,
      groupId: groups(moved.department.group),
      departmentId: departments(MOVED.department),
      siteId: sites(moved.site),
      costCenterId: costCenters(moved.department.name),
      patternId: patterns(moved),
      patternFrom: FIRST_PERIOD,
    });
  await insertAll(
    tx,
    tables.payRate,
    people.flatMap((one, i) =>
      ratesOf(one).map(({ jobType, ...rate }) => ({
        ...rate,
        jobType: jobType ?? '',
        personId: ids[i] ?? 0,
      })),
    ),
  );
  await loadLeave(tx, people, ids);
  const plans: (typeof tables.plan.$inferInsert)[] = [];
  people.forEach((person, i) => {
    for (let day = firstPeriod; day < CURRENT_PERIOD + PERIOD_DAYS; day = workday(day + 1)) {
      const plan = planOf(person, day, offsets);
      if (plan === null) continue;
      plans.push({
        personId: ids[i]!,
        startsAt: plan.startsAt,
        endsAt: plan.endsAt,
        workday: day,
        jobId: jobs(person.job),
        origin: 'pattern',
        patternId: patterns(person),
      });
    }
  });
  await insertAll(tx, tables.plan, plans);
  return ids;
}

/** Who is longest in a department leads it. */
function supervisorOf(
  people: readonly DemoPerson[],
  ids: readonly number[],
  { index, department }: DemoPerson,
): number | null {
  const first = people.findIndex((one) => one.department === department);
  return first === index ? null : (ids[first] ?? null);
}

/** Everybody's badge has their number; who leaves gives it back once their last night can be over. */
async function loadBadges(tx: Queries, people: readonly DemoPerson[], ids: readonly number[]): Promise<void> {
  await insertAll(
    tx,
    tables.badge,
    people.map(({ number }) => ({ code: number })),
  );
  const rows = await tx.select().from(tables.badge);
  const badges = new Map(rows.map((row) => [row.code, row.id]));
  await insertAll(
    tx,
    tables.badgeOwner,
    people.flatMap(({ number, firstDay, lastDay }, i) => {
      const badgeId = badges.get(number)!;
      const has = { badgeId, firstDay, personId: ids[i]! };
      return lastDay === null ? [has] : [has, { badgeId, firstDay: workday(lastDay + 2), personId: null }];
    }),
  );
}

/** The rotations that people work by, each once. */
async function loadPatterns(
  tx: Queries,
  people: readonly DemoPerson[],
): Promise<(person: DemoPerson) => number> {
  const keyOf = ({ pattern, roster }: DemoPerson) => `${pattern.start} ${pattern.end} ${roster}`;
  const ids = new Map<string, number>();
  for (const person of people) {
    const key = keyOf(person);
    if (ids.has(key)) continue;
    const code = `rotation-${ids.size + 1}`;
    const name = `${person.department.name}, rotation ${ids.size + 1}`;
    const patternId = await insertedId(
      tx.insert(tables.pattern).values({ code, name, days: person.roster.length }),
    );
    ids.set(key, patternId);
    const { start, end } = person.pattern;
    await tx
      .insert(tables.patternDay)
      .values(
        [...person.roster].flatMap((mark, i) =>
          mark === 'x' ? [{ patternId, nth: i + 1, startsSeconds: start * 60, endsSeconds: end * 60 }] : [],
        ),
      );
  }
  return (person) => ids.get(keyOf(person))!;
}

/** The demo's leave, for those of its people that are there. */
async function loadLeave(tx: Queries, people: readonly DemoPerson[], ids: readonly number[]): Promise<void> {
  await tx.insert(tables.leaveKind).values(LEAVE_KINDS.map((name) => ({ code: name, name })));
  const [kind] = await tx
    .select({ id: tables.leaveKind.id })
    .from(tables.leaveKind)
    .where(eq(tables.leaveKind.code, LEAVE_CODE));
  if (kind === undefined) throw new Error(`There is no ${LEAVE_CODE}.`);
  const leaveKindId = kind.id;
  for (const [i, person] of people.entries()) {
    const personId = ids[i]!;
    for (const day of LEAVE[person.index] ?? []) {
      await tx.insert(tables.leaveEntry).values({
        personId,
        workday: workday(CURRENT_PERIOD + day),
        kind: 'leave',
        leaveKindId,
        seconds: 8 * 3600,
        reason: 'Booked',
        madeAt: instantFromIso(DEMO_NOW),
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
    await writing(database, { userId: null, at: instantFromIso(DEMO_NOW) }, async (tx, tell) => {
      await ensureCards(tx, id);
      tell({ what: 'set up', about: 'period', aboutId: id });
    });
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
    await recomputePeriod(database, here(database, clock), id, async () => {});
    if (firstDay < CURRENT_PERIOD) await handOffAccepted(context, id);
    else if (last === lastDay) {
      await importFile(context, 'gate-northquay.csv', strangersFile());
      // The same file once more, as it comes when somebody is not sure.
      await importFile(context, 'gate-northquay (2).csv', strangersFile());
      await importFile(context, 'saltholm-late.csv', lateFile());
      await askTwo(context, id);
      await addBesideHours(context, id, size.people);
    }
  }
}

/** What some people drove and laid out. */
async function addBesideHours(context: Context, periodId: number, size: number): Promise<void> {
  const { database } = context;
  const company = demoPeople(size);
  const rows = await database
    .select({ id: tables.person.id, number: tables.person.number })
    .from(tables.person);
  const ids = new Map(rows.map(({ id, number }) => [number, id]));
  const amounts = AMOUNTS.map(({ index, day, ...amount }) => ({
    ...amount,
    personId: ids.get(company[index]?.number ?? '') ?? 0,
    day: workday(CURRENT_PERIOD + day),
    job: null,
  }));
  await addAll(context, await actingAs(database, 'odile'), null, periodId, { amounts });
  await recomputePeriod(database, here(database, context.clock), periodId, async () => {});
}

/** What is paid and done with: approved, sealed, and accepted by the pay system. */
async function handOffAccepted(context: Context, periodId: number): Promise<void> {
  const { database, clock } = context;
  const who = await actingAs(database, 'odile');
  const cards = await database
    .select({ personId: tables.card.personId })
    .from(tables.card)
    .where(eq(tables.card.periodId, periodId));
  await approve(context, who, null, periodId, { people: cards.map(({ personId }) => personId) });
  const { batchId, lines } = await handOff(context, who, null, periodId);
  await writing(database, { userId: null, at: clock.now() }, async (tx, tell) => {
    const [file] = await tx.select().from(tables.batchFile).where(eq(tables.batchFile.batchId, batchId));
    const id = await insertedId(
      tx.insert(tables.delivery).values({
        batchId,
        key: `set-up-${batchId}`.padEnd(32, '0'),
        sha256: file?.sha256 ?? '',
        status: 'accepted',
        answer: `Taken: ${file?.lines ?? lines} lines.`,
        madeBy: who.userId ?? 0,
        madeAt: clock.now(),
        answeredAt: clock.now(),
      }),
    );
    tell({ what: 'answered', about: 'delivery', aboutId: id, after: { status: 'accepted', refused: 0 } });
  });
}

const TWO_DAYS_SECONDS = 2 * SECONDS_PER_DAY;

/** Two punches that are missing were asked about, and one of the questions was answered since. */
async function askTwo({ database, clock, ...context }: Context, periodId: number): Promise<void> {
  const [odile, piotr] = [await actingAs(database, 'odile'), await actingAs(database, 'piotr')];
  const before = { now: () => instant(clock.now() - TWO_DAYS_SECONDS) };
  const cards = await database
    .select({ personId: tables.card.personId, exceptions: tables.card.exceptions })
    .from(tables.card)
    .where(and(eq(tables.card.periodId, periodId), withinReach(piotr), gt(tables.card.toSettle, 0)))
    .orderBy(tables.card.personId);
  const asked: number[] = [];
  for (const { personId, exceptions } of cards) {
    const missing = exceptions?.find(isMissingPunch);
    if (missing === undefined || asked.length >= QUESTIONS.length || personId === piotr.personId) continue;
    const question = {
      exception: missing.key,
      of: 'supervisor',
      text: QUESTIONS[asked.length] ?? '',
    } as const;
    asked.push(
      await ask({ database, clock: before, ...context }, odile, null, { periodId, personId }, question),
    );
  }
  const [first] = asked;
  if (first !== undefined)
    await answerQuestion({ database, clock }, piotr, null, { periodId, id: first }, { text: ANSWER });
}

/** A shift that nobody was paid for: its punches come after the period was handed off. */
async function* lateFile(): AsyncGenerator<Buffer> {
  const [late] = demoPeople(LATE.index + 1).slice(LATE.index);
  const lines = LATE.punches.map((row) => `${late?.number},${row},,`);
  yield Buffer.from(['Person no,Punched at,Type,Job,Site', ...lines].join('\r\n'));
}

/** What a badge that nobody has did at the gate. */
async function* strangersFile(): AsyncGenerator<Buffer> {
  const day = workdayToIso(workday(CURRENT_PERIOD + 2));
  const rows = [`${day}T07:02:11+01:00,in`, `${day}T15:41:38+01:00,out`];
  const lines = rows.map((row) => `${STRANGERS_BADGE},${row},Stores,Northquay`);
  yield Buffer.from(['Person no,Punched at,Type,Job,Site', ...lines].join('\r\n'));
}

/** Somebody of the demo who is set up, as whom to act without signing in. */
export async function actingAs(database: Database, username: string): Promise<Who> {
  const [found] = await database
    .select({ id: tables.user.id })
    .from(tables.user)
    .where(eq(tables.user.username, username));
  const who = found === undefined ? undefined : await findWho(database, found.id);
  if (who === undefined) throw new Error(`${username} is not set up.`);
  return who;
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
  const who = await actingAs(context.database, 'odile');
  const id = await receive(context, who, null, name, bytes);
  const header = ['Person no', 'Punched at', 'Type', 'Job', 'Site'];
  await start(context, who, null, id, { columns: recognize(header, []).columns, dateOrder: 'iso' });
  await workWaiting(context.database, context.clock);
  return id;
}

/** Empties every table, those that only grow too, after a load that was cut off. */
export async function emptyDatabase(database: Database): Promise<void> {
  // One connection: whether references are checked is a setting of it.
  await transaction(database, async (tx) => {
    await tx.execute(sql`SET foreign_key_checks = 0`);
    for (const table of Object.values(tables)) {
      if (is(table, MySqlTable)) await tx.execute(sql`TRUNCATE TABLE ${table}`);
    }
    await tx.execute(sql`SET foreign_key_checks = 1`);
  });
}
