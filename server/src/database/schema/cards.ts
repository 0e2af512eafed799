import type { ClassSums, JobTime, Line, Proposal } from '@heath/core';
import { sql } from 'drizzle-orm';
import {
  type AnyMySqlColumn,
  customType,
  double,
  foreignKey,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  varchar,
} from 'drizzle-orm/mysql-core';
import { MOST_BYTES, MOST_DAYS } from '../../packed/days.ts';
import { packJobTimes, unpackJobTimes } from '../../packed/job-times.ts';
import { packLines, unpackLines } from '../../packed/lines.ts';
import { at, id, json, workday } from './columns.ts';
import { payGroup, period, person } from './people.ts';
import { department, site } from './places.ts';
import { user } from './users.ts';

/** The lines of a card, as `packLines` has them. */
const cardLines = customType<{ data: readonly Line[]; driverData: string }>({
  dataType: () => 'longtext',
  fromDriver: unpackLines,
  toDriver: packLines,
});

/** What was clocked for each job, as `packJobTimes` has it. */
const cardJobTimes = customType<{ data: readonly JobTime[]; driverData: string }>({
  dataType: () => 'text',
  fromDriver: unpackJobTimes,
  toDriver: packJobTimes,
});

/** The workdays of a card, as `packDays` has them. */
const cardDays = customType<{ data: Buffer; driverData: Buffer }>({
  dataType: () => `varbinary(${MOST_BYTES})`,
});

/**
 * One person's computed period as lists show, sort and sum it. `inputVersion` grows with every change to what it follows from; what was
 * computed belongs to `computedVersion`, and is not shown where the two differ.
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
    /** What their assignment says on the period's last day, or their last in it: who pays them, and among whom they are listed. */
    groupId: int('group_id')
      .notNull()
      .references(() => payGroup.id),
    departmentId: int('department_id')
      .notNull()
      .references(() => department.id),
    siteId: int('site_id')
      .notNull()
      .references(() => site.id),
    supervisorId: int('supervisor_id').references(() => person.id),
    inputVersion: int('input_version').notNull().default(1),
    computedVersion: int('computed_version').notNull().default(0),
    clockedSeconds: int('clocked_seconds').notNull().default(0),
    unpaidSeconds: int('unpaid_seconds').notNull().default(0),
    heldSeconds: int('held_seconds').notNull().default(0),
    roundingSeconds: int('rounding_seconds').notNull().default(0),
    payableHours: int('payable_hours').notNull().default(0),
    toSettle: smallint('to_settle').notNull().default(0),
    /** Of what was clocked and computed, and of the amounts that stand on it. */
    resultsFingerprint: int('results_fingerprint').notNull().default(0),
    amountsFingerprint: int('amounts_fingerprint').notNull().default(0),
    /** A mark a day, as the list shows them. */
    marks: varchar('marks', { length: MOST_DAYS }).notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.periodId, t.personId] }), index('card_person').on(t.personId)],
);

/** Fingerprint of a card as a whole: an approval stands while this is what it approved. */
export const wholeFingerprint =
  sql<number>`(${card.resultsFingerprint} ^ ${card.amountsFingerprint})`.mapWith(Number);

const ofCard = () => ({ periodId: int('period_id').notNull(), personId: int('person_id').notNull() });

/** What was computed of a card, of the card's `computedVersion`; none until it is computed. Apart from the card, so that lists read little. */
export const cardResult = mysqlTable(
  'card_result',
  {
    ...ofCard(),
    days: cardDays('days').notNull(),
    sums: json<ClassSums>('sums').notNull(),
    lines: cardLines('lines').notNull(),
    jobTimes: cardJobTimes('job_times').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.periodId, t.personId] }),
    foreignKey({
      name: 'card_result_fk',
      columns: [t.periodId, t.personId],
      foreignColumns: [card.periodId, card.personId],
    }).onDelete('cascade'),
  ],
);

/** One exception that is to settle or to look at on a computed card; what is for the record alone is on the card, and not here. */
export const cardException = mysqlTable(
  'card_exception',
  {
    ...ofCard(),
    /** Which of the card's, in order of time. */
    place: smallint('place').notNull(),
    key: varchar('exception', { length: 200 }).notNull(),
    kind: varchar('kind', { length: 60 }).notNull(),
    severity: mysqlEnum('severity', ['holds up', 'to look at', 'asks why']).notNull(),
    workday: workday('workday').notNull(),
    at: at('at').notNull(),
    /** In seconds, or meters where its kind measures a distance. */
    measured: double('measured'),
    limit: double('over'),
    /** IANA zone of the punch that it hangs on; null where that is the card's site's. */
    zone: varchar('zone', { length: 64 }),
    proposals: json<readonly Proposal[]>('proposals').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.periodId, t.personId, t.place] }),
    index('card_exception_kind').on(t.periodId, t.kind, t.severity, t.workday),
    foreignKey({
      name: 'card_exception_fk',
      columns: [t.periodId, t.personId],
      foreignColumns: [card.periodId, card.personId],
    }).onDelete('cascade'),
  ],
);

/**
 * Somebody stands for a card as it then was, or for one day of it; only ever added, and taken back by a row of its own. It falls when what was clocked
 * or is paid becomes other, and stands again when that is as it was.
 */
export const approval = mysqlTable(
  'approval',
  {
    id: id(),
    periodId: int('period_id').notNull(),
    personId: int('person_id').notNull(),
    /** The one day; null where it is the card. */
    workday: workday('workday'),
    /** That of the card, or of the day, as it was approved. */
    fingerprint: int('fingerprint').notNull(),
    /** Payable hours then, to tell later what changed; null for a withdrawal. */
    payableHours: int('payable_hours'),
    undoes: int('undoes')
      .unique()
      .references((): AnyMySqlColumn => approval.id),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    index('approval_card').on(t.periodId, t.personId),
    index('approval_day').on(t.periodId, t.workday, t.personId),
    foreignKey({
      name: 'approval_card_fk',
      columns: [t.periodId, t.personId],
      foreignColumns: [card.periodId, card.personId],
    }),
  ],
);

/** Somebody asks about an exception of a card. Only ever added; what became of it are rows of its own. */
export const question = mysqlTable(
  'question',
  {
    id: id(),
    periodId: int('period_id').notNull(),
    personId: int('person_id').notNull(),
    /** The exception that it is about. */
    exception: varchar('exception', { length: 200 }).notNull(),
    workday: workday('workday').notNull(),
    /** Who is to answer: whose card it is, or whoever supervises them. */
    askedOf: mysqlEnum('asked_of', ['person', 'supervisor']).notNull(),
    text: varchar('text', { length: 500 }).notNull(),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    index('question_card').on(t.periodId, t.personId),
    foreignKey({
      name: 'question_card_fk',
      columns: [t.periodId, t.personId],
      foreignColumns: [card.periodId, card.personId],
    }),
  ],
);

/** What became of a question: it was answered, or whoever is to answer was reminded, or nobody waits for it any more. */
export const questionEvent = mysqlTable(
  'question_event',
  {
    id: id(),
    questionId: int('question_id')
      .notNull()
      .references(() => question.id),
    what: mysqlEnum('what', ['answered', 'reminded', 'withdrawn']).notNull(),
    /** Of an answer, what it says. */
    text: varchar('text', { length: 500 }).notNull().default(''),
    /** One question is answered once: two who answer at one moment cannot both. */
    ends: int('ends').unique(),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [index('question_event_of').on(t.questionId)],
);
