import { boolean, int, mysqlTable, primaryKey, smallint, varchar } from 'drizzle-orm/mysql-core';
import { id } from './columns.ts';
import { job } from './places.ts';

/** A rotation of planned days that begins anew after so many. */
export const pattern = mysqlTable('pattern', {
  id: id(),
  code: varchar('code', { length: 32 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  days: smallint('days').notNull(),
  /** So much work within the hours given, instead of all of them. */
  flexible: boolean('flexible').notNull().default(false),
});

/** One shift of a pattern, on the nth of its days from 1; a day without a row is off. */
export const patternDay = mysqlTable(
  'pattern_day',
  {
    patternId: int('pattern_id')
      .notNull()
      .references(() => pattern.id),
    nth: smallint('nth').notNull(),
    /** Seconds of the wall clock after midnight of the day; past 86,400 is the next morning. */
    startsSeconds: int('starts_seconds').notNull(),
    endsSeconds: int('ends_seconds').notNull(),
    /** Of a flexible pattern: the work that is meant. */
    workSeconds: int('work_seconds'),
    jobId: int('job_id').references(() => job.id),
  },
  (t) => [primaryKey({ columns: [t.patternId, t.nth, t.startsSeconds] })],
);
