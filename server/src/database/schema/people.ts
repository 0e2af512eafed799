import type { Scheme } from '@heath/core';
import { sql } from 'drizzle-orm';
import {
  check,
  foreignKey,
  index,
  int,
  mysqlTable,
  primaryKey,
  smallint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { id, json, workday } from './columns.ts';
import { pattern } from './patterns.ts';
import { calendar, costCenter, department, job, site } from './places.ts';

/** Pay periods that follow one another. Their scheme never changes: pay groups that are paid otherwise from a day on have another. */
export const schedule = mysqlTable('schedule', {
  id: id(),
  name: varchar('name', { length: 120 }).notNull().unique(),
  /** Null where nothing says how its periods go on. */
  scheme: json<Scheme>('scheme'),
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
    /** When people are paid for it; null: on the fifth day after it. */
    payDay: workday('pay_day'),
  },
  // That no two of a schedule share a day, a trigger sees to.
  (t) => [
    uniqueIndex('period_first_day').on(t.scheduleId, t.firstDay),
    check('period_days', sql`first_day <= last_day`),
  ],
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
  code: varchar('code', { length: 32 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull().unique(),
  rulebookId: int('rulebook_id')
    .notNull()
    .references(() => rulebook.id),
  calendarId: int('calendar_id').references(() => calendar.id),
  /** Number of people who must approve a card before it counts as approved. */
  approvals: smallint('approvals').notNull().default(1),
});

/** Which pay periods a pay group has from a day on: a period is of the group whose latest such day is not after the period's first. */
export const groupSchedule = mysqlTable(
  'group_schedule',
  {
    groupId: int('group_id')
      .notNull()
      .references(() => payGroup.id),
    firstDay: workday('first_day').notNull(),
    scheduleId: int('schedule_id')
      .notNull()
      .references(() => schedule.id),
  },
  (t) => [primaryKey({ columns: [t.groupId, t.firstDay] })],
);

export const person = mysqlTable(
  'person',
  {
    id: id(),
    number: varchar('number', { length: 32 }).notNull().unique(),
    name: varchar('name', { length: 120 }).notNull(),
    /** Employed from then on; until then, where it has an end. */
    firstDay: workday('first_day').notNull(),
    lastDay: workday('last_day'),
  },
  // The list of a period goes by name.
  (t) => [
    index('person_name').on(t.name, t.number),
    check('person_days', sql`last_day IS NULL OR first_day <= last_day`),
  ],
);

export const badge = mysqlTable('badge', {
  id: id(),
  /** As devices and files give it. */
  code: varchar('code', { length: 32 }).notNull().unique(),
});

/** Whose a badge is from a day on, until the next row of it; null: nobody's. */
export const badgeOwner = mysqlTable(
  'badge_owner',
  {
    badgeId: int('badge_id')
      .notNull()
      .references(() => badge.id),
    firstDay: workday('first_day').notNull(),
    personId: int('person_id').references(() => person.id),
  },
  (t) => [primaryKey({ columns: [t.badgeId, t.firstDay] }), index('badge_owner_person').on(t.personId)],
);

/** What holds of a person from a day on, until their next row: what was true before that day stays. */
export const assignment = mysqlTable(
  'assignment',
  {
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    firstDay: workday('first_day').notNull(),
    groupId: int('group_id')
      .notNull()
      .references(() => payGroup.id),
    departmentId: int('department_id')
      .notNull()
      .references(() => department.id),
    siteId: int('site_id')
      .notNull()
      .references(() => site.id),
    costCenterId: int('cost_center_id').references(() => costCenter.id),
    patternId: int('pattern_id').references(() => pattern.id),
    /** A day on which the pattern begins. */
    patternFrom: workday('pattern_from'),
    /** Of their own; null where the pay group's holds. */
    rulebookId: int('rulebook_id').references(() => rulebook.id),
    supervisorId: int('supervisor_id').references(() => person.id),
  },
  (t) => [primaryKey({ columns: [t.personId, t.firstDay] })],
);

/** The jobs that an assignment allows; any, where it has no row. */
export const assignmentJob = mysqlTable(
  'assignment_job',
  {
    personId: int('person_id').notNull(),
    firstDay: workday('first_day').notNull(),
    jobId: int('job_id')
      .notNull()
      .references(() => job.id),
  },
  (t) => [
    primaryKey({ columns: [t.personId, t.firstDay, t.jobId] }),
    foreignKey({
      name: 'assignment_job_assignment_fk',
      columns: [t.personId, t.firstDay],
      foreignColumns: [assignment.personId, assignment.firstDay],
    }),
  ],
);
