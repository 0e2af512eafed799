import type { StoredPreview } from '@heath/contract';
import { type Field, type Mapping, PUNCH_KINDS } from '@heath/core';
import { sql } from 'drizzle-orm';
import {
  type AnyMySqlColumn,
  bigint,
  char,
  check,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { at, id, json, mediumBlob, workday } from './columns.ts';
import { period, person } from './people.ts';
import { site } from './places.ts';
import { user } from './users.ts';

export const device = mysqlTable('device', {
  id: id(),
  code: varchar('code', { length: 32 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  siteId: int('site_id')
    .notNull()
    .references(() => site.id),
});

/** Where punches come from: one row for each file, each device, and each user who enters some by hand. */
export const punchSource = mysqlTable(
  'punch_source',
  {
    id: id(),
    kind: mysqlEnum('kind', ['file', 'device', 'by hand']).notNull(),
    importId: int('import_id')
      .unique()
      .references((): AnyMySqlColumn => importFile.id),
    deviceId: int('device_id')
      .unique()
      .references(() => device.id),
    userId: int('user_id')
      .unique()
      .references(() => user.id),
  },
  () => [
    check(
      'punch_source_is_one',
      sql`(import_id IS NOT NULL) = (kind = 'file') AND (device_id IS NOT NULL) = (kind = 'device') AND (user_id IS NOT NULL) = (kind = 'by hand')`,
    ),
  ],
);

/** Raw punches: only ever added. Keyed by what makes a punch the same punch, so that a repeat cannot come in twice. */
export const punch = mysqlTable(
  'punch',
  {
    /** No foreign key: with one, an import of 435,908 rows took 2.4 instead of 1.7 times LOAD DATA. */
    badgeId: int('badge_id').notNull(),
    at: at('at').notNull(),
    kind: mysqlEnum('kind', PUNCH_KINDS).notNull(),
    id: int('id').autoincrement().notNull().unique(),
    siteId: int('site_id').notNull(),
    jobId: int('job_id'),
    departmentId: int('department_id'),
    sourceId: int('source_id').notNull(),
    /** Of the file. */
    line: int('line'),
    /** Where it was made, as it was given; null where that says no more than the site. */
    place: varchar('place', { length: 120 }),
    /** Degrees. */
    latitude: double('latitude'),
    longitude: double('longitude'),
    note: varchar('note', { length: 500 }),
  },
  (t) => [primaryKey({ columns: [t.badgeId, t.at, t.kind] })],
);

/** Why exceptions are accepted, kept so that nobody types it again. */
export const reason = mysqlTable('reason', {
  id: id(),
  text: varchar('text', { length: 120 }).notNull().unique(),
  madeBy: int('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull(),
});

/** Corrections that were made together, and are undone together. */
export const bulk = mysqlTable('bulk', {
  id: id(),
  /** The bulk whose corrections it takes back. */
  undoes: int('undoes')
    .unique()
    .references((): AnyMySqlColumn => bulk.id),
  what: varchar('what', { length: 200 }).notNull(),
  madeBy: int('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull(),
});

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
    /** The settings of that kind. What the database must know of them it reads from there. */
    says: json<Readonly<Record<string, unknown>>>('says').notNull(),
    /** The raw punch that it is about, so that it is read wherever it lies. */
    punchId: int('punch_id')
      .generatedAlwaysAs(sql`JSON_VALUE(says, '$.punch')`, { mode: 'stored' })
      .references(() => punch.id),
    /** Where it puts a punch: which punches hang together is found in the database. */
    at: at('at').generatedAlwaysAs(sql`JSON_VALUE(says, '$.at')`, { mode: 'stored' }),
    /** The correction that it takes back. */
    undoes: int('undoes')
      .generatedAlwaysAs(sql`JSON_VALUE(says, '$.undoes')`, { mode: 'stored' })
      .references((): AnyMySqlColumn => correction.id),
    /** The workday that it is about: of what it settles, what it says, or else the first on which something became other. */
    workday: workday('workday').notNull(),
    /** The first and last workday that it can change; null where nothing that it is about is there. */
    firstDay: workday('first_day'),
    lastDay: workday('last_day'),
    /** The exception it settles, and how often that was settled before and taken back: two cannot settle one. */
    settles: varchar('settles', { length: 200 }),
    turn: smallint('turn').notNull().default(0),
    bulkId: int('bulk_id').references(() => bulk.id),
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
    check('correction_days', sql`first_day <= last_day`),
  ],
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
  /** Of those added: made with a badge that nobody had on that day. */
  unowned: int('unowned').notNull().default(0),
  /** Punches on days that no pay period held. */
  outside: int('outside').notNull().default(0),
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
