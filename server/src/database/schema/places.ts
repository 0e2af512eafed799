import { double, int, mysqlEnum, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { id, workday } from './columns.ts';

/** What rulebooks, files and mappings refer to by a code that never changes; what it is called may change. */
const named = () => ({
  id: id(),
  code: varchar('code', { length: 32 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull().unique(),
});

/** The same, as a place or a work that is there from a day on, until another. */
const dated = () => ({
  ...named(),
  /** Where there is little room. */
  shortName: varchar('short_name', { length: 12 }).notNull(),
  firstDay: workday('first_day'),
  lastDay: workday('last_day'),
});

export const calendar = mysqlTable('calendar', named());

export const calendarDay = mysqlTable(
  'calendar_day',
  {
    calendarId: int('calendar_id')
      .notNull()
      .references(() => calendar.id),
    day: workday('day').notNull(),
    /** It pays as a holiday, or as a rest day; or nobody is meant to work. */
    kind: mysqlEnum('kind', ['holiday', 'rest day', 'closed']).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.calendarId, t.day, t.kind] })],
);

export const site = mysqlTable('site', {
  ...dated(),
  zone: varchar('zone', { length: 64 }).notNull(),
  /** Degrees; null where it is not known. */
  latitude: double('latitude'),
  longitude: double('longitude'),
  calendarId: int('calendar_id').references(() => calendar.id),
});

export const department = mysqlTable('department', dated());

export const costCenter = mysqlTable('cost_center', dated());

export const job = mysqlTable('job', {
  ...dated(),
  /** Jobs of one type may be paid from codes of their own. */
  type: varchar('type', { length: 32 }),
});
