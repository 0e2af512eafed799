import type { StoredPreview } from '@heath/contract';
import {
  type ClassId,
  type ClassSums,
  type Field,
  type Line,
  type Mapping,
  PUNCH_KINDS,
  type Workday,
  workdayFromIso,
  workdayToIso,
} from '@heath/core';
import {
  type AnyMySqlColumn,
  bigint,
  char,
  customType,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { packLines, unpackLines } from '../computing/packed-lines.ts';

/** JSON is text in MariaDB: parsed and written here, nowhere else. */
const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    fromDriver: (text) => JSON.parse(text) as T,
    toDriver: (value) => JSON.stringify(value),
  })(name);

/** A DATE that is a workday in code. */
const workday = customType<{ data: Workday; driverData: string }>({
  dataType: () => 'date',
  fromDriver: (iso) => workdayFromIso(iso),
  toDriver: (day) => workdayToIso(day),
});

const mediumBlob = customType<{ data: Buffer }>({ dataType: () => 'mediumblob' });

const id = () => int('id').autoincrement().primaryKey();
/** Instants are whole seconds since 1970-01-01T00:00:00Z. */
const at = (name: string) => bigint(name, { mode: 'number' });

export const user = mysqlTable('user', {
  id: id(),
  username: varchar('username', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  passwordHash: varchar('password_hash', { length: 255 }).notNull(),
});

export const session = mysqlTable('session', {
  sid: varchar('sid', { length: 128 }).primaryKey(),
  data: json<Record<string, unknown>>('data').notNull(),
  expiresAt: at('expires_at').notNull(),
});

/** Failed attempts to sign in: of an account from an address, of an address, of an account. */
export const signInAttempt = mysqlTable('sign_in_attempt', {
  key: varchar('key', { length: 191 }).primaryKey(),
  hits: int('hits').notNull(),
  /** No attempt is looked at before this. */
  waitUntil: at('wait_until').notNull().default(0),
  resetAt: at('reset_at').notNull(),
});

/** From where somebody has signed in before: what others do at that account or address does not keep them out there. */
export const knownSignIn = mysqlTable(
  'known_sign_in',
  {
    userId: int('user_id')
      .notNull()
      .references(() => user.id),
    address: varchar('address', { length: 64 }).notNull(),
    until: at('until').notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.address] })],
);

/** What a write did, by the key that its client gave it: asking again with the same key gives the first answer. */
export const answeredWrite = mysqlTable(
  'answered_write',
  {
    userId: int('user_id')
      .notNull()
      .references(() => user.id),
    key: varchar('key', { length: 64 }).notNull(),
    /** SHA-256 of what was asked for, so that a key given twice by mistake is noticed. */
    about: char('about', { length: 64 }).notNull(),
    result: json<unknown>('result').notNull(),
    /** Real seconds, for what must expire. */
    answeredAt: at('answered_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.key] }), index('answered_write_at').on(t.answeredAt)],
);

export const setting = mysqlTable('setting', {
  name: varchar('name', { length: 64 }).primaryKey(),
  value: varchar('value', { length: 255 }).notNull(),
});

export const site = mysqlTable('site', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
  zone: varchar('zone', { length: 64 }).notNull(),
});

export const department = mysqlTable('department', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
});

export const job = mysqlTable('job', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
});

/** How pay periods follow one another; pay groups that are paid together share one. */
export const schedule = mysqlTable('schedule', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
});

export const period = mysqlTable(
  'period',
  {
    id: id(),
    scheduleId: int('schedule_id')
      .notNull()
      .references(() => schedule.id),
    firstDay: workday('first_day').notNull(),
    lastDay: workday('last_day').notNull(),
  },
  (t) => [uniqueIndex('period_first_day').on(t.scheduleId, t.firstDay)],
);

export const rulebook = mysqlTable('rulebook', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
});

/** A dated version of a rulebook. Never changed once it is here. */
export const rulebookEdition = mysqlTable(
  'rulebook_edition',
  {
    id: id(),
    rulebookId: int('rulebook_id')
      .notNull()
      .references(() => rulebook.id),
    edition: int('edition').notNull(),
    firstDay: workday('first_day').notNull(),
    rules: json<unknown>('rules').notNull(),
  },
  (t) => [uniqueIndex('rulebook_edition_number').on(t.rulebookId, t.edition)],
);

export const payGroup = mysqlTable('pay_group', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
  scheduleId: int('schedule_id')
    .notNull()
    .references(() => schedule.id),
  rulebookId: int('rulebook_id')
    .notNull()
    .references(() => rulebook.id),
});

export const person = mysqlTable('person', {
  id: id(),
  number: varchar('number', { length: 32 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  groupId: int('group_id')
    .notNull()
    .references(() => payGroup.id),
  departmentId: int('department_id')
    .notNull()
    .references(() => department.id),
  siteId: int('site_id')
    .notNull()
    .references(() => site.id),
  firstDay: workday('first_day').notNull(),
  lastDay: workday('last_day'),
});

export const plan = mysqlTable(
  'plan',
  {
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    startsAt: at('starts_at').notNull(),
    endsAt: at('ends_at').notNull(),
    workday: workday('workday').notNull(),
    jobId: int('job_id').references(() => job.id),
  },
  (t) => [primaryKey({ columns: [t.personId, t.startsAt] })],
);

/** Hours without punches: only ever added. */
export const leave = mysqlTable(
  'leave_day',
  {
    id: id(),
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    workday: workday('workday').notNull(),
    kind: mysqlEnum('kind', ['leave', 'adjustment']).notNull(),
    code: varchar('code', { length: 80 }).notNull(),
    seconds: int('seconds').notNull(),
    reason: varchar('reason', { length: 500 }).notNull(),
  },
  (t) => [index('leave_day_person').on(t.personId, t.workday)],
);

export const holiday = mysqlTable('holiday', {
  workday: workday('workday').primaryKey(),
  name: varchar('name', { length: 120 }).notNull(),
});

/** Raw punches: only ever added. Keyed by what makes a punch the same punch, so that a repeat cannot come in twice. */
export const punch = mysqlTable(
  'punch',
  {
    /** No foreign key: with one, an import of 435,908 rows took 2.4 instead of 1.7 times LOAD DATA. */
    personId: int('person_id').notNull(),
    at: at('at').notNull(),
    kind: mysqlEnum('kind', PUNCH_KINDS).notNull(),
    id: int('id').autoincrement().notNull().unique(),
    siteId: int('site_id').notNull(),
    jobId: int('job_id'),
    importId: int('import_id').notNull(),
    line: int('line').notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.at, t.kind] })],
);

/** Recorded changes to what was clocked: only ever added. What one says is its kind's to read; one that holds no longer is taken back by another. */
export const correction = mysqlTable(
  'correction',
  {
    id: id(),
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    /** The name of one of the core's kinds. */
    kind: varchar('kind', { length: 32 }).notNull(),
    /** The settings of that kind. */
    says: json<Readonly<Record<string, unknown>>>('says').notNull(),
    /** The raw punch that it is about, so that it is read wherever it lies. */
    punchId: int('punch_id').references(() => punch.id),
    /** Where it puts a punch: which punches hang together is found in the database. */
    at: at('at'),
    /** The correction that it takes back. */
    undoes: int('undoes').references((): AnyMySqlColumn => correction.id),
    /** The first and last workday that it can change; null where nothing that it is about is there. */
    firstDay: workday('first_day'),
    lastDay: workday('last_day'),
    /** The exception it settles, and how often that was settled before and taken back: two cannot settle one. */
    settles: varchar('settles', { length: 200 }),
    turn: smallint('turn').notNull().default(0),
    /** The period on whose card it was made. */
    periodId: int('period_id')
      .notNull()
      .references(() => period.id),
    /** Why. */
    note: varchar('note', { length: 500 }).notNull(),
    payableBefore: int('payable_before').notNull(),
    payableAfter: int('payable_after').notNull(),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    index('correction_person').on(t.personId),
    uniqueIndex('correction_undoes').on(t.undoes),
    uniqueIndex('correction_settles').on(t.personId, t.settles, t.turn),
  ],
);

/** The lines of a card, as `packLines` has them. */
const cardLines = customType<{ data: readonly Line[]; driverData: string }>({
  dataType: () => 'longtext',
  fromDriver: unpackLines,
  toDriver: packLines,
});

/** The workdays of a card, as `PackedDays` has them. */
const cardDays = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'varbinary(1280)' });

/**
 * One person's computed period. `inputVersion` grows with every change to what it follows from; the results belong to
 * `computedVersion`, and are not shown where the two differ.
 */
export const card = mysqlTable(
  'card',
  {
    periodId: int('period_id')
      .notNull()
      .references(() => period.id),
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    inputVersion: int('input_version').notNull().default(1),
    computedVersion: int('computed_version').notNull().default(0),
    clockedSeconds: int('clocked_seconds').notNull().default(0),
    unpaidSeconds: int('unpaid_seconds').notNull().default(0),
    heldSeconds: int('held_seconds').notNull().default(0),
    roundingSeconds: int('rounding_seconds').notNull().default(0),
    payableHours: int('payable_hours').notNull().default(0),
    toSettle: smallint('to_settle').notNull().default(0),
    days: cardDays('days'),
    /** A mark a day, as the list shows them. */
    marks: varchar('marks', { length: 64 }).notNull().default(''),
    sums: json<ClassSums>('sums'),
    lines: cardLines('lines'),
  },
  (t) => [primaryKey({ columns: [t.periodId, t.personId] }), index('card_person').on(t.personId)],
);

export const importFile = mysqlTable('import_file', {
  id: id(),
  name: varchar('name', { length: 255 }).notNull(),
  status: mysqlEnum('status', ['receiving', 'to confirm', 'queued', 'done', 'failed']).notNull(),
  format: mysqlEnum('format', ['csv', 'xlsx']),
  bytes: bigint('bytes', { mode: 'number' }).notNull().default(0),
  sha256: char('sha256', { length: 64 }),
  header: json<readonly string[]>('header'),
  /** What the first rows look like, found once when the file came. */
  preview: json<StoredPreview>('preview'),
  /** The server that receives it: what it left half received is taken away when it starts again. */
  receivedBy: varchar('received_by', { length: 120 }),
  mapping: json<Mapping>('mapping'),
  taskId: int('task_id'),
  added: int('added').notNull().default(0),
  known: int('known').notNull().default(0),
  refused: int('refused').notNull().default(0),
  error: varchar('error', { length: 500 }),
  madeBy: int('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull(),
});

/** The bytes of an imported file as they came. */
export const importChunk = mysqlTable(
  'import_chunk',
  {
    importId: int('import_id')
      .notNull()
      .references(() => importFile.id),
    seq: int('seq').notNull(),
    bytes: mediumBlob('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.importId, t.seq] })],
);

export const importRefusal = mysqlTable(
  'import_refusal',
  {
    importId: int('import_id')
      .notNull()
      .references(() => importFile.id),
    line: int('line').notNull(),
    field: varchar('field', { length: 16 }).$type<Field>().notNull(),
    value: varchar('value', { length: 255 }).notNull(),
    reason: varchar('reason', { length: 32 }).notNull(),
    cells: json<readonly string[]>('cells').notNull(),
  },
  (t) => [primaryKey({ columns: [t.importId, t.line] })],
);

/** Work off the request. A server claims a row, keeps its lease alive and finishes it; a lease that ran out is claimed again. */
export const task = mysqlTable(
  'task',
  {
    id: id(),
    kind: mysqlEnum('kind', ['import', 'recompute']).notNull(),
    subjectId: int('subject_id').notNull(),
    status: mysqlEnum('status', ['waiting', 'running', 'done', 'failed']).notNull(),
    done: bigint('done', { mode: 'number' }).notNull().default(0),
    total: bigint('total', { mode: 'number' }).notNull().default(0),
    claim: varchar('claim', { length: 64 }),
    /** The server that has it; one of that name which starts again knows that nobody works at it any more. */
    claimedBy: varchar('claimed_by', { length: 120 }),
    leaseUntil: at('lease_until').notNull().default(0),
    /** How often it was begun. */
    attempts: int('attempts').notNull().default(0),
    /** Real seconds before which it is not tried again. */
    notBefore: at('not_before').notNull().default(0),
    /** Why it failed the last time, in words for people. */
    error: varchar('error', { length: 500 }),
  },
  (t) => [index('task_status').on(t.status)],
);

export const payCode = mysqlTable('pay_code', {
  id: id(),
  code: varchar('code', { length: 16 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
});

/** Which pay code a class or premium is paid under; those without a row are in the catch-all. */
export const payCodeClass = mysqlTable('pay_code_class', {
  classId: varchar('class_id', { length: 120 }).$type<ClassId>().primaryKey(),
  payCodeId: int('pay_code_id')
    .notNull()
    .references(() => payCode.id),
});

/** One sealed batch of pay lines. A period has at most one: it is never sent twice. */
export const handoff = mysqlTable('handoff', {
  id: id(),
  periodId: int('period_id')
    .notNull()
    .unique()
    .references(() => period.id),
  people: int('people').notNull(),
  lines: int('lines').notNull(),
  payableHours: bigint('payable_hours', { mode: 'number' }).notNull(),
  premiumHours: bigint('premium_hours', { mode: 'number' }).notNull(),
  madeBy: int('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull(),
});

export const handoffLine = mysqlTable(
  'handoff_line',
  {
    handoffId: int('handoff_id')
      .notNull()
      .references(() => handoff.id),
    seq: int('seq').notNull(),
    personNumber: varchar('person_number', { length: 32 }).notNull(),
    workday: workday('workday').notNull(),
    code: varchar('code', { length: 16 }).notNull(),
    classId: varchar('class_id', { length: 120 }).$type<ClassId>().notNull(),
    hours: int('hours').notNull(),
  },
  (t) => [primaryKey({ columns: [t.handoffId, t.seq] })],
);
