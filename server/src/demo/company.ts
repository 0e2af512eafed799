import { instant, instantFromIso, payPeriods, type Workday, workday, zoneOffsets } from '@heath/core';
import {
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
  LAYOUTS,
  LEAVE,
  LEAVE_CODE,
  LEAVE_KINDS,
  MAPPING,
  MOVED,
  PAY_CODES,
  planOf,
  REASONS,
  ratesOf,
  SCHEME,
  SITES,
  ZONE,
} from '@heath/demo';
import { eq, is, sql } from 'drizzle-orm';
import { MySqlTable } from 'drizzle-orm/mysql-core';
import { itemOf } from '../base/pairs.ts';
import { writing } from '../database/audit-events.ts';
import type { Database, Queries } from '../database/connect.ts';
import * as tables from '../database/schema/index.ts';
import { transaction } from '../database/transaction.ts';
import { hashPassword } from '../rights/passwords.ts';

const PERIOD_DAYS = 14;
const ROWS_AT_ONCE = 2000;
const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));

/** Sets up the company: people, plans, rulebooks, pay codes, periods and accounts, in one transaction. */
export async function loadCompany(
  database: Database,
  count: number,
  firstPeriod = FIRST_PERIOD,
): Promise<void> {
  const users = await Promise.all(
    DEMO_USERS.map(async (one) => ({ ...one, passwordHash: await hashPassword(one.password) })),
  );
  await writing(
    database,
    { userId: null, personId: null, at: instantFromIso(DEMO_NOW) },
    async (tx, tell) => {
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
      tell({ what: 'set up', about: 'person', aboutId: 0, pays: 'nobody', after: { people: count } });
    },
  );
}

/** What a name alone says of a place or a work. */
const named = (name: string) => ({ code: codeOf(name), name, shortName: name.split(' ')[0] ?? name });

export const insertedId = async (insert: Promise<[{ insertId: number }, unknown]>): Promise<number> =>
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
    await tx.insert(tables.layout).values({ code: codeOf(says.name), says, isInUse: i === 0 });
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
      personId: itemOf(ids, i),
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
        personId: itemOf(ids, i),
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
  const badges = knownIn(new Map(rows.map((row) => [row.code, row.id])));
  await insertAll(
    tx,
    tables.badgeOwner,
    people.flatMap(({ number, firstDay, lastDay }, i) => {
      const badgeId = badges(number);
      const has = { badgeId, firstDay, personId: itemOf(ids, i) };
      return lastDay === null ? [has] : [has, { badgeId, firstDay: workday(lastDay + 2), personId: null }];
    }),
  );
}

/** Looks up ids by a key that must be there. */
const knownIn =
  (ids: ReadonlyMap<string, number>) =>
  (key: string): number => {
    const id = ids.get(key);
    if (id === undefined) throw new Error(`There is no ${key}.`);
    return id;
  };

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
  const idOf = knownIn(ids);
  return (person) => idOf(keyOf(person));
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
    const personId = itemOf(ids, i);
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
