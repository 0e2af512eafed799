import { type OwnWriting, ROLES } from '@heath/contract';
import { sql } from 'drizzle-orm';
import {
  boolean,
  char,
  check,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  unique,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { at, id, json, realAt } from './columns.ts';
import { payGroup, person } from './people.ts';
import { department, site } from './places.ts';

export const user = mysqlTable('user', {
  id: id(),
  username: varchar('username', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  passwordHash: varchar('password_hash', { length: 255 }).notNull(),
  /** Somebody else chose the password: it opens nothing but the change of it. */
  passwordIsGiven: boolean('password_is_given').notNull().default(false),
  /** Whose card is their own. */
  personId: int('person_id')
    .unique()
    .references(() => person.id),
  /** How things are written for them, as far as they chose; null: they chose nothing. */
  writing: json<OwnWriting>('writing'),
  /** From then on nobody signs in as them. */
  endedAt: at('ended_at'),
});

export const userRole = mysqlTable(
  'user_role',
  {
    userId: int('user_id')
      .notNull()
      .references(() => user.id),
    role: mysqlEnum('role', ROLES).notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.role] })],
);

/** Whose cards somebody may see: all, those of a group, a site or a department, of whom they supervise, or their own. */
export const userReach = mysqlTable(
  'user_reach',
  {
    id: id(),
    userId: int('user_id')
      .notNull()
      .references(() => user.id),
    kind: mysqlEnum('kind', ['all', 'group', 'site', 'department', 'reports', 'self']).notNull(),
    groupId: int('group_id').references(() => payGroup.id),
    siteId: int('site_id').references(() => site.id),
    departmentId: int('department_id').references(() => department.id),
    /** Whichever of these it is of: told apart by it, no reach is there twice. */
    of: int('of').generatedAlwaysAs(sql`COALESCE(group_id, site_id, department_id, 0)`),
  },
  (t) => [
    uniqueIndex('user_reach_once').on(t.userId, t.kind, t.of),
    check(
      'user_reach_is_one',
      sql`(group_id IS NOT NULL) = (kind = 'group') AND (site_id IS NOT NULL) = (kind = 'site') AND (department_id IS NOT NULL) = (kind = 'department')`,
    ),
  ],
);

export const session = mysqlTable(
  'session',
  {
    sid: varchar('sid', { length: 128 }).primaryKey(),
    /** Whose it is; null until somebody signs in. */
    userId: int('user_id').references(() => user.id),
    data: json<Record<string, unknown>>('data').notNull(),
    /** The browser, as it calls itself. */
    agent: varchar('agent', { length: 255 }).notNull().default(''),
    startedAt: realAt('started_at').notNull().default(0),
    expiresAt: realAt('expires_at').notNull(),
  },
  (t) => [index('session_user').on(t.userId)],
);

/** Failed attempts to sign in: of an account from an address, of an address, of an account. */
export const signInAttempt = mysqlTable('sign_in_attempt', {
  key: varchar('key', { length: 191 }).primaryKey(),
  hits: int('hits').notNull(),
  /** No attempt is looked at before this. */
  waitUntil: realAt('wait_until').notNull().default(0),
  resetAt: realAt('reset_at').notNull(),
});

/** From where somebody has signed in before: what others do at that account or address does not keep them out there. */
export const knownSignIn = mysqlTable(
  'known_sign_in',
  {
    userId: int('user_id')
      .notNull()
      .references(() => user.id),
    address: varchar('address', { length: 64 }).notNull(),
    until: realAt('until').notNull(),
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
    /** SHA-256 of the request: a key used for two requests by mistake is noticed. */
    about: char('about', { length: 64 }).notNull(),
    result: json<unknown>('result').notNull(),
    /** Real seconds, for what must expire. */
    answeredAt: realAt('answered_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.key] }), index('answered_write_at').on(t.answeredAt)],
);

/** One row for every write: only ever added, in the write's own transaction. */
export const auditEvent = mysqlTable(
  'audit_event',
  {
    id: id(),
    at: at('at').notNull(),
    /** Null where Heath did it by itself. */
    userId: int('user_id').references(() => user.id),
    what: varchar('what', { length: 40 }).notNull(),
    /** Table and id of the row that was written. */
    about: varchar('about', { length: 32 }).notNull(),
    aboutId: int('about_id').notNull(),
    /** What it was and what it became, as far as that is no row of its own; null where it was nothing. */
    before: json<unknown>('before'),
    after: json<unknown>('after'),
    /** Whether it changed what its user is paid, too, as it changed others alike: an edition, an import, a seal. */
    isOwnPay: boolean('is_own_pay').notNull().default(false),
  },
  (t) => [index('audit_event_about').on(t.about, t.aboutId)],
);

export const setting = mysqlTable('setting', {
  name: varchar('name', { length: 64 }).primaryKey(),
  value: varchar('value', { length: 255 }).notNull(),
});

/** What somebody looks for again and again, by the name that they gave it. */
export const savedSearch = mysqlTable(
  'saved_search',
  {
    id: id(),
    userId: int('user_id')
      .notNull()
      .references(() => user.id),
    name: varchar('name', { length: 80 }).notNull(),
    /** As the contract's `Search` has it. */
    search: json<Readonly<Record<string, unknown>>>('search').notNull(),
  },
  (t) => [unique('saved_search_name').on(t.userId, t.name)],
);
