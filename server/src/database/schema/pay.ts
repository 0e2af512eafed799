import type { ClassId } from '@heath/core';
import {
  bigint,
  boolean,
  char,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  tinyint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { at, id, json, workday } from './columns.ts';
import { payGroup, period, person } from './people.ts';
import { costCenter, department, job, site } from './places.ts';
import { user } from './users.ts';

export const payCode = mysqlTable('pay_code', {
  id: id(),
  code: varchar('code', { length: 16 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  kind: mysqlEnum('kind', ['hours', 'premium', 'leave', 'guarantee', 'adjustment', 'amount'])
    .notNull()
    .default('hours'),
  multiplier: double('multiplier'),
  account: varchar('account', { length: 32 }),
  firstDay: workday('first_day'),
  lastDay: workday('last_day'),
});

/** Which lines are paid under which code: rules in order, the first that fits a line holds. What is null does not matter. */
export const mappingRule = mysqlTable(
  'mapping_rule',
  {
    id: id(),
    position: int('position').notNull().unique(),
    firstDay: workday('first_day'),
    lastDay: workday('last_day'),
    classId: varchar('class_id', { length: 120 }).$type<ClassId>(),
    multiplier: double('multiplier'),
    jobId: int('job_id').references(() => job.id),
    jobType: varchar('job_type', { length: 32 }),
    departmentId: int('department_id').references(() => department.id),
    siteId: int('site_id').references(() => site.id),
    costCenterId: int('cost_center_id').references(() => costCenter.id),
    groupId: int('group_id').references(() => payGroup.id),
    personId: int('person_id').references(() => person.id),
    /** Monday is 0. */
    weekday: tinyint('weekday'),
    holiday: boolean('holiday'),
    payCodeId: int('pay_code_id')
      .notNull()
      .references(() => payCode.id),
  },
  (t) => [index('mapping_rule_class').on(t.classId)],
);

/** What a file for the pay system looks like. */
export const layout = mysqlTable('layout', {
  id: id(),
  code: varchar('code', { length: 32 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  says: json<unknown>('says').notNull(),
});

/** One batch of pay lines of a period: all of it, or what changed in it since. Numbered, and never changed once it is made. */
export const batch = mysqlTable(
  'batch',
  {
    id: id(),
    kind: mysqlEnum('kind', ['regular', 'difference']).notNull(),
    periodId: int('period_id')
      .notNull()
      .references(() => period.id),
    people: int('people').notNull(),
    lines: int('lines').notNull(),
    payableHours: bigint('payable_hours', { mode: 'number' }).notNull(),
    premiumHours: bigint('premium_hours', { mode: 'number' }).notNull(),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [index('batch_period').on(t.periodId)],
);

/** The cards of a pay group are closed against change, and went out with a batch. One for each group and period: nothing is sent twice. */
export const seal = mysqlTable(
  'seal',
  {
    periodId: int('period_id')
      .notNull()
      .references(() => period.id),
    groupId: int('group_id')
      .notNull()
      .references(() => payGroup.id),
    batchId: int('batch_id')
      .notNull()
      .references(() => batch.id),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.periodId, t.groupId] })],
);

/** One line as it went out: who, when, under which code, how much, and all that says for what. Codes as they were then. */
export const batchLine = mysqlTable(
  'batch_line',
  {
    batchId: int('batch_id')
      .notNull()
      .references(() => batch.id),
    seq: int('seq').notNull(),
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    personNumber: varchar('person_number', { length: 32 }).notNull(),
    workday: workday('workday').notNull(),
    code: varchar('code', { length: 16 }).notNull(),
    classId: varchar('class_id', { length: 120 }).$type<ClassId>().notNull(),
    multiplier: double('multiplier'),
    rule: varchar('rule', { length: 120 }),
    job: varchar('job', { length: 32 }),
    department: varchar('department', { length: 32 }),
    site: varchar('site', { length: 32 }),
    costCenter: varchar('cost_center', { length: 32 }),
    seconds: int('seconds').notNull(),
    hours: int('hours').notNull(),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.seq] })],
);

/** A file of a batch that left Heath: in which layout, its bytes by their hash, and what the pay system answered. */
export const delivery = mysqlTable(
  'delivery',
  {
    id: id(),
    batchId: int('batch_id')
      .notNull()
      .references(() => batch.id),
    layoutId: int('layout_id').references(() => layout.id),
    sha256: char('sha256', { length: 64 }).notNull(),
    answer: varchar('answer', { length: 500 }),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [uniqueIndex('delivery_bytes').on(t.batchId, t.sha256)],
);
