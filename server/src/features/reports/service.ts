import type { ReportName, ReportQuery, ReportReply, ReportsReply } from '@heath/contract';
import {
  PARTS,
  type Part,
  type PartNames,
  type ReportColumn,
  type ReportRow,
  type Workday,
  type Writer,
} from '@heath/core';
import { Problem } from '../../base/problem.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { codesByCode } from '../../pay/batch-lines.ts';
import { type PlacesByNumber, placesByNumber } from '../../pay/lines.ts';
import { writerFor } from '../../records/writing.ts';
import type { Who } from '../../rights/who.ts';
import type { Asked, ReportKind } from './define.ts';
import { REPORTS } from './kinds.ts';
import { namesByNumber, periodsOver } from './store.ts';

/** The reports that there are, and what each can be asked. */
export async function listReports({ database }: Pick<Context, 'database'>): Promise<ReportsReply> {
  const { departments, sites, groups } = await placesByNumber(database);
  const named = (places: Iterable<{ readonly code: string; readonly name: string }>) =>
    [...places].map(({ code, name }) => ({ key: code, name })).sort((a, b) => a.name.localeCompare(b.name));
  return {
    reports: REPORTS.map(({ name, label, shelf, parts, ofPerson, ofSpan, narrowedBy, choice }) => ({
      name,
      label,
      shelf,
      parts,
      ofPerson,
      ofSpan,
      narrowedBy,
      choice,
    })),
    parts: [
      { part: 'group', of: named(groups.values()) },
      { part: 'department', of: named(departments.values()) },
      { part: 'site', of: named(sites.values()) },
    ],
  };
}

/** The report of that name. Throws where there is none. */
function reportNamed(name: ReportName): ReportKind {
  const report = REPORTS.find((one) => one.name === name);
  if (report === undefined)
    throw new Problem(
      422,
      'invalid',
      `There is no such report: there are ${REPORTS.map((one) => one.name).join(', ')}.`,
      { field: 'report' },
    );
  return report;
}

/** Which of its choices is asked for: the first where none is. Throws where there is no such choice. */
function choiceIn({ choice }: ReportKind, asked: string | undefined): string {
  if (choice === null) return '';
  const values = choice.of.map(({ value }) => value);
  if (asked !== undefined && !values.includes(asked))
    throw new Problem(422, 'invalid', `Choose one of ${values.join(', ')}.`, { field: 'choice' });
  return asked ?? values[0] ?? '';
}

/** A report of a period, with the name that signs it where it is to be signed. */
export async function makeReport(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  periodId: number,
  name: ReportName,
  query: ReportQuery,
): Promise<{ readonly reply: ReportReply; readonly sign: string | null; readonly writer: Writer }> {
  const kind = reportNamed(name);
  const asked = await askedOf(context, who, periodId, kind, query);
  const { span, names, only, writer } = asked;
  const made = await kind.make(asked);
  const says = [only === null ? null : names.of(only.part, only.key), made.says ?? null].filter(
    (part) => part !== null,
  );
  return {
    reply: {
      title: kind.title,
      says: says.join(', '),
      ...span,
      columns: made.columns,
      rows: made.rows.map(({ cells, personId = null, key = null }) => ({ cells, personId, key })),
      sums: made.sums,
      notes: made.notes ?? [],
    },
    sign: made.sign ?? null,
    writer,
  };
}

/** The rows of a report that may have too many to be shown, some at a time; null of one that is shown whole. */
export async function rowsInParts(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  periodId: number,
  name: ReportName,
  query: ReportQuery,
): Promise<{
  readonly columns: readonly ReportColumn[];
  readonly rows: AsyncIterable<readonly ReportRow[]>;
  readonly firstDay: Workday;
} | null> {
  const kind = reportNamed(name);
  const { long } = kind;
  if (long === undefined) return null;
  const asked = await askedOf(context, who, periodId, kind, query);
  return { columns: long.columns(asked), rows: long.rows(asked), firstDay: asked.span.firstDay };
}

async function askedOf(
  { database, clock }: Pick<Context, 'database' | 'clock'>,
  who: Who,
  periodId: number,
  kind: ReportKind,
  query: ReportQuery,
): Promise<Asked> {
  const choice = choiceIn(kind, query.choice);
  const period = await periodAt(database, periodId);
  const span = spanAsked(kind, period, query);
  const places = await placesByNumber(database);
  const only = onlyOf(query.only);
  const isOfPeople = query.by === 'person' || only?.part === 'person';
  const names = namesOf(
    places,
    await codesByCode(database),
    isOfPeople ? await namesByNumber(database) : new Map(),
  );
  const writer = await writerFor(database, who);
  const isOfPeriod = span.firstDay === period.firstDay && span.lastDay === period.lastDay;
  return {
    database,
    now: clock.now(),
    period,
    span,
    periods: isOfPeriod ? [period] : await periodsOver(database, span),
    places,
    names,
    writer,
    query,
    choice,
    only,
  };
}

/** Longer than a year of any schedule: more is asked for in pieces. */
const MOST_DAYS = 400;

/** The days that are asked for: those of the period where none are. Throws where they cannot be. */
function spanAsked(
  { ofSpan, title }: ReportKind,
  { firstDay, lastDay }: Asked['period'],
  { from, to }: ReportQuery,
): Asked['span'] {
  if (from === undefined && to === undefined) return { firstDay, lastDay };
  const refuse = (field: 'from' | 'to', title: string) => new Problem(422, 'invalid', title, { field });
  if (from === undefined) throw refuse('from', 'Give the first day, too.');
  if (to === undefined) throw refuse('to', 'Give the last day, too.');
  if (!ofSpan) throw refuse('from', `${title} is made of a period: leave out the days.`);
  if (to < from) throw refuse('to', 'The last day lies before the first. Give a later one.');
  if (to - from >= MOST_DAYS)
    throw refuse('to', `At most ${MOST_DAYS} days at once. Give an earlier last day.`);
  return { firstDay: from, lastDay: to };
}

/** What of a part is asked for. Throws where there is no such part. */
function onlyOf(text: string | undefined): Asked['only'] {
  if (text === undefined) return null;
  const colon = text.indexOf(':');
  const part = PARTS.find((one) => one === text.slice(0, colon));
  if (part === undefined)
    throw new Problem(422, 'invalid', `Ask for one of ${PARTS.join(', ')}, like department:deck.`, {
      field: 'only',
    });
  return { part, key: text.slice(colon + 1) };
}

/** What people call the parts of a report. */
function namesOf(
  { departments, sites, jobs, costCenters, groups }: PlacesByNumber,
  codes: Awaited<ReturnType<typeof codesByCode>>,
  people: ReadonlyMap<string, string>,
): PartNames {
  const byCode = (places: Iterable<{ readonly code: string; readonly name: string }>) =>
    new Map([...places].map(({ code, name }) => [code, name]));
  const of: Readonly<Record<Part, ReadonlyMap<string, string>>> = {
    group: byCode(groups.values()),
    department: byCode(departments.values()),
    site: byCode(sites.values()),
    job: byCode(jobs.values()),
    'cost center': byCode(costCenters.values()),
    code: new Map([...codes].map(([code, { name }]) => [code, `${code} ${name}`])),
    person: people,
  };
  return { of: (part, key) => of[part].get(key) ?? key };
}
