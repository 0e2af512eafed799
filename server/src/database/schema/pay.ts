import { DELIVERY_STATUSES } from '@heath/contract';
import { type ClassId, CODE_KINDS, type Layout, type MappingRule, type SumId } from '@heath/core';
import { sql } from 'drizzle-orm';
import {
  type AnyMySqlColumn,
  bigint,
  boolean,
  char,
  double,
  foreignKey,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  varchar,
} from 'drizzle-orm/mysql-core';
import { card } from './cards.ts';
import { at, id, json, mediumBlob, realAt, workday } from './columns.ts';
import { paidLines } from './paid-lines.ts';
import { payGroup, period, person } from './people.ts';
import { job } from './places.ts';
import { user } from './users.ts';

export const payCode = mysqlTable('pay_code', {
  id: id(),
  code: varchar('code', { length: 16 }).notNull().unique(),
  name: varchar('name', { length: 120 }).notNull(),
  kind: mysqlEnum('kind', CODE_KINDS).notNull().default('hours'),
  multiplier: double('multiplier'),
  account: varchar('account', { length: 32 }),
  firstDay: workday('first_day'),
  lastDay: workday('last_day'),
});

/** Units, miles, tips or expenses of somebody on a day; only ever added, and taken back by a row of its own. */
export const flatAmount = mysqlTable(
  'flat_amount',
  {
    id: id(),
    periodId: int('period_id').notNull(),
    personId: int('person_id').notNull(),
    workday: workday('workday').notNull(),
    /** What is counted: `Mileage`. */
    name: varchar('name', { length: 60 }).notNull(),
    /** In 1/90,000, as hours are. */
    amount: int('amount').notNull(),
    jobId: int('job_id').references(() => job.id),
    note: varchar('note', { length: 300 }).notNull().default(''),
    undoes: int('undoes')
      .unique()
      .references((): AnyMySqlColumn => flatAmount.id),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    index('flat_amount_card').on(t.periodId, t.personId),
    foreignKey({
      name: 'flat_amount_of_card',
      columns: [t.periodId, t.personId],
      foreignColumns: [card.periodId, card.personId],
    }),
  ],
);

/** What an hour of somebody's work costs, from a day on. */
export const payRate = mysqlTable(
  'pay_rate',
  {
    personId: int('person_id')
      .notNull()
      .references(() => person.id),
    /** The type of job that it holds for; empty: wherever no other does. */
    jobType: varchar('job_type', { length: 32 }).notNull().default(''),
    firstDay: workday('first_day').notNull(),
    /** In ten-thousandths of the currency's unit. */
    rate: bigint('rate', { mode: 'number' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.jobType, t.firstDay] })],
);

/** Up to which day nothing is corrected any more. The latest row holds; whoever moves the day adds the next. */
export const dayLock = mysqlTable('day_lock', {
  id: id(),
  /** Null: nothing is locked. */
  until: workday('until'),
  reason: varchar('reason', { length: 300 }).notNull(),
  madeBy: int('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull(),
});

/**
 * Which lines are paid under which code, as a whole: whoever changes a rule adds the next. Never changed once it is here, so that a batch
 * can say by which it was paid.
 */
export const mapping = mysqlTable('mapping', {
  id: id(),
  rules: json<readonly MappingRule[]>('rules').notNull(),
  madeBy: int('made_by').references(() => user.id),
  madeAt: at('made_at').notNull(),
});

/** What a file for the pay system looks like. */
export const layout = mysqlTable('layout', {
  id: id(),
  code: varchar('code', { length: 32 }).notNull().unique(),
  says: json<Layout>('says').notNull(),
  /** The one in which handoffs are sealed. */
  isInUse: boolean('is_in_use').notNull().default(false),
  /** So that no two are. */
  used: int('used').unique().generatedAlwaysAs(sql`IF(is_in_use, 1, NULL)`),
  /** Grows with every change, so that nobody writes over what they have not seen. */
  version: int('version').notNull().default(1),
});

/** Somebody whom the pay system knows, as its list says. */
export const knownPerson = mysqlTable('known_person', {
  number: varchar('number', { length: 32 }).primaryKey(),
  name: varchar('name', { length: 120 }).notNull().default(''),
  /** The codes that they may have; null: all. */
  codes: json<readonly string[]>('codes'),
});

/** One batch of pay lines: of some pay groups in a period, or what changed since. Numbered; only that it was taken back is ever added. */
export const batch = mysqlTable(
  'batch',
  {
    id: id(),
    /** Number of the batch for people; null for waived hours, which never leave. */
    number: int('number').unique(),
    kind: mysqlEnum('kind', ['regular', 'difference', 'waived']).notNull(),
    periodId: int('period_id')
      .notNull()
      .references(() => period.id),
    /** Null for waived hours, which never leave. */
    mappingId: int('mapping_id').references(() => mapping.id),
    people: int('people').notNull(),
    lines: int('lines').notNull(),
    payableHours: bigint('payable_hours', { mode: 'number' }).notNull(),
    premiumHours: bigint('premium_hours', { mode: 'number' }).notNull(),
    /** SHA-256 of its lines; null once it is taken back. The same is not handed off twice. */
    content: char('content', { length: 64 }).unique(),
    /** Checks that were not met, and why it went all the same. */
    overrides:
      json<readonly { readonly check: string; readonly says: string; readonly reason: string }[]>(
        'overrides',
      ),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
    /** Taken back before it was sent, or declared void after. */
    ended: mysqlEnum('ended', ['reopened', 'void']),
    endedReason: varchar('ended_reason', { length: 500 }),
    endedBy: int('ended_by').references(() => user.id),
    endedAt: at('ended_at'),
  },
  (t) => [index('batch_period').on(t.periodId)],
);

/** Sums of a batch by pay code, of hours, premium hours and each kind of amount by themselves. */
export const batchCode = mysqlTable(
  'batch_code',
  {
    batchId: int('batch_id')
      .notNull()
      .references(() => batch.id),
    code: varchar('code', { length: 16 }).notNull(),
    /** What is added up: `hours`, `premium hours`, or the class of an amount. */
    sum: varchar('sum', { length: 120 }).$type<SumId>().notNull(),
    lines: int('lines').notNull(),
    people: int('people').notNull(),
    hours: bigint('hours', { mode: 'number' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.code, t.sum] })],
);

/** The file of a batch, as it was sealed: its layout then, and what its bytes are known by. */
export const batchFile = mysqlTable('batch_file', {
  batchId: int('batch_id')
    .primaryKey()
    .references(() => batch.id),
  layout: json<Layout>('layout').notNull(),
  name: varchar('name', { length: 120 }).notNull(),
  lines: int('lines').notNull(),
  /** Number of the batch's lines that stand in it, alone or joined; the others came to nothing and were left out. */
  linesOfBatch: int('lines_of_batch').notNull().default(0),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
  sha256: char('sha256', { length: 64 }).notNull(),
});

/** Some of its bytes. */
export const batchChunk = mysqlTable(
  'batch_chunk',
  {
    batchId: int('batch_id')
      .notNull()
      .references(() => batchFile.batchId),
    seq: int('seq').notNull(),
    bytes: mediumBlob('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.seq] })],
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
    /** The sealed period that it corrects; null where it is of the batch's own. */
    correctsId: int('corrects_id').references(() => period.id),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.seq] }), index('batch_line_person').on(t.personId, t.workday)],
);

/** An answer of the pay system that contradicts itself: what it said, and where it does. */
export interface Doubt {
  /** A sentence for each contradiction. */
  readonly why: readonly string[];
  readonly status: 'accepted' | 'in part' | 'refused';
  readonly says: string;
  /** What it said of single lines, the first of them. */
  readonly refused: readonly { readonly line: number; readonly reason: string }[];
}

/** Some lines of a batch on their way to the pay system, or there. */
export const delivery = mysqlTable(
  'delivery',
  {
    id: id(),
    batchId: int('batch_id')
      .notNull()
      .references(() => batch.id),
    /** By this the pay system knows that it has seen it before. */
    key: char('key', { length: 32 }).notNull().unique(),
    /** The lines of the file that are sent, by their numbers; null: all of it. */
    onlyLines: json<readonly number[]>('only_lines'),
    sha256: char('sha256', { length: 64 }).notNull(),
    /** `not taken`: the pay system has nothing of it, and will take nothing with its key. */
    status: mysqlEnum('status', DELIVERY_STATUSES).notNull(),
    /** One batch has one delivery at most whose end is not known. */
    underWay: int('under_way')
      .generatedAlwaysAs(sql`IF(status IN ('waiting', 'in doubt'), batch_id, NULL)`, { mode: 'stored' })
      .unique(),
    /** Real time of the last sending whose end nobody knows; null while the pay system cannot have it. */
    unansweredSince: realAt('unanswered_since'),
    /** An answer that contradicts itself, as it came; null in every other status than `in doubt`. */
    doubt: json<Doubt>('doubt'),
    /** What the pay system says of it as a whole. */
    answer: varchar('answer', { length: 500 }),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
    answeredAt: at('answered_at'),
  },
  (t) => [index('delivery_batch').on(t.batchId)],
);

/** A user's statement of what the pay system has of a delivery in doubt; only ever added. */
export const deliveryStatement = mysqlTable('delivery_statement', {
  id: id(),
  deliveryId: int('delivery_id')
    .notNull()
    .references(() => delivery.id),
  has: mysqlEnum('has', ['all', 'none', 'these']).notNull(),
  reason: varchar('reason', { length: 300 }).notNull(),
  madeBy: int('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull(),
});

/**
 * A handoff that the pay system has and this Heath does not know, or holds for not taken: an older backup was put back, or another Heath sends
 * there, too. Nothing is delivered until somebody says why it may be.
 */
export const unmatchedHandoff = mysqlTable('unmatched_handoff', {
  key: varchar('key', { length: 64 }).primaryKey(),
  /** ISO 8601, as the pay system says it. */
  receivedAt: varchar('received_at', { length: 40 }).notNull(),
  name: varchar('name', { length: 120 }).notNull(),
  /** How many lines the pay system has of it, and their hours in 1/90,000. */
  lines: int('lines').notNull(),
  hours: bigint('hours', { mode: 'number' }).notNull(),
  /** False where Heath holds the delivery of this key for not taken. */
  isUnknown: boolean('is_unknown').notNull(),
  foundAt: at('found_at').notNull(),
  /** Why it holds up nothing any more; null while it does. */
  reason: varchar('reason', { length: 300 }),
  endedBy: int('ended_by').references(() => user.id),
  endedAt: at('ended_at'),
});

/** A line of a delivery that the pay system refused. */
export const refusedLine = mysqlTable(
  'refused_line',
  {
    deliveryId: int('delivery_id')
      .notNull()
      .references(() => delivery.id),
    /** Its number in the file of the batch. */
    line: int('line').notNull(),
    reason: varchar('reason', { length: 200 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.deliveryId, t.line] })],
);

/** A line of a batch that the pay system did not take, and that no longer is to be sent with it: it is open again, as a difference of its card. */
export const takenOutLine = mysqlTable(
  'taken_out_line',
  {
    batchId: int('batch_id').notNull(),
    seq: int('seq').notNull(),
    /** The line of the file that it stands in. */
    line: int('line').notNull(),
    reason: varchar('reason', { length: 300 }).notNull(),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.batchId, t.seq] }),
    foreignKey({
      name: 'taken_out_line_of_batch',
      columns: [t.batchId, t.seq],
      foreignColumns: [batchLine.batchId, batchLine.seq],
    }),
  ],
);

/** A sealed card held against all that was sent of it: what its inputs give now, less that. No line where they agree. */
export const difference = mysqlTable(
  'difference',
  {
    periodId: int('period_id').notNull(),
    personId: int('person_id').notNull(),
    /** The `inputVersion` of the card that it was computed from. */
    version: int('version').notNull(),
    lines: paidLines('lines').notNull(),
    lineCount: int('line_count').notNull(),
    /** Premiums aside. */
    payableHours: int('payable_hours').notNull(),
    /** What was decided of it as it is now, see `decision`; null: that is open. What is compared anew is decided on anew. */
    decided: mysqlEnum('decided', ['carry', 'approve']),
  },
  (t) => [
    primaryKey({ columns: [t.periodId, t.personId] }),
    // All that a list of them says: the rows themselves are long with their lines (`afterwards` in the bench).
    index('difference_listed').on(t.lineCount, t.version, t.payableHours, t.decided),
    foreignKey({
      name: 'difference_card_fk',
      columns: [t.periodId, t.personId],
      foreignColumns: [card.periodId, card.personId],
    }),
  ],
);

/** What somebody decided of a difference as it was at one version; only ever added. */
export const decision = mysqlTable(
  'decision',
  {
    id: id(),
    periodId: int('period_id').notNull(),
    personId: int('person_id').notNull(),
    version: int('version').notNull(),
    what: mysqlEnum('what', ['carry', 'waive', 'approve', 'withdraw', 'sent']).notNull(),
    reason: varchar('reason', { length: 500 }).notNull().default(''),
    /** The batch that sent the difference, or that waived it. */
    batchId: int('batch_id').references(() => batch.id),
    madeBy: int('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    index('decision_of').on(t.periodId, t.personId),
    foreignKey({
      name: 'decision_difference_fk',
      columns: [t.periodId, t.personId],
      foreignColumns: [difference.periodId, difference.personId],
    }),
  ],
);
