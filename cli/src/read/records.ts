import {
  CORRECTIONS,
  type Correction,
  correctionId,
  type Leave,
  type NamesAsTheyCome,
  type Plan,
  PUNCH_KINDS,
  type Punch,
  punchId,
  readCorrection,
  SECONDS_PER_DAY,
  seconds,
  type Workday,
  workdayAt,
  type ZoneTables,
} from '@heath/core';
import { columnOf, settingIn } from '../columns.ts';
import { Refusal } from '../refusal.ts';
import type { Row } from './rows.ts';
import { date, instantAt, oneOf, text, textOrNull, wholeNumber, zone } from './values.ts';

/** What the readers of rows need to know beside the row. */
export interface Reading {
  readonly names: NamesAsTheyCome;
  readonly zones: ZoneTables;
  /** The zone of rows that name none. */
  readonly zone: string | null;
  readonly people: ReadonlyMap<string, PersonRow>;
  readonly workdayRules: Parameters<typeof workdayAt>[1];
}

export interface PersonRow {
  readonly zone: string | null;
  readonly department: string | null;
}

export function personOf(row: Row): [person: string, PersonRow] {
  return [
    text(row, 'person'),
    { zone: row.cells.zone ? zone(row, null) : null, department: textOrNull(row, 'department') },
  ];
}

const homeOf = (row: Row, reading: Reading): PersonRow | undefined =>
  reading.people.get(row.cells.person ?? '');
const zoneOf = (row: Row, reading: Reading): string => zone(row, homeOf(row, reading)?.zone ?? reading.zone);

/** The punch of a row; one without an id is known by its line, as in messages. */
export function punchOf(row: Row, reading: Reading): Punch {
  const { names } = reading;
  const inZone = zoneOf(row, reading);
  const job = textOrNull(row, 'job');
  const department = textOrNull(row, 'department') ?? homeOf(row, reading)?.department ?? null;
  const site = textOrNull(row, 'site');
  return {
    id: punchId(row.cells.id ? wholeNumber(row, 'id') : row.line),
    at: instantAt(row, 'at', () => inZone, reading.zones),
    kind: oneOf(row, 'kind', PUNCH_KINDS, 'undirected'),
    zone: inZone,
    job: job === null ? null : names.job(job),
    department: department === null ? null : names.department(department),
    site: site === null ? null : names.site(site),
    note: textOrNull(row, 'note'),
  };
}

export function planOf(row: Row, reading: Reading): Plan {
  const inZone = () => zoneOf(row, reading);
  const startsAt = instantAt(row, 'starts', inZone, reading.zones);
  const endsAt = instantAt(row, 'ends', inZone, reading.zones);
  if (endsAt <= startsAt) throw new Refusal(row.where, 'it ends before it starts.');
  const job = textOrNull(row, 'job');
  const home = homeOf(row, reading)?.zone ?? reading.zone;
  return {
    workday:
      home === null
        ? (Math.floor(startsAt / SECONDS_PER_DAY) as Workday)
        : workdayAt(startsAt, reading.workdayRules, reading.zones.of(home)),
    startsAt,
    endsAt,
    job: job === null ? null : reading.names.job(job),
    department: null,
  };
}

export function leaveOf(row: Row, { names }: Reading): Leave {
  const hours = text(row, 'hours');
  if (!/^\d+(\.\d+)?$/.test(hours))
    throw new Refusal(row.where, `hours is ${hours}, not decimal hours like 7.5.`);
  const [job, department] = [textOrNull(row, 'job'), textOrNull(row, 'department')];
  return {
    workday: date(row, 'date'),
    kind: oneOf(row, 'kind', ['leave', 'adjustment'], 'leave'),
    code: text(row, 'code'),
    seconds: seconds(Math.round(Number(hours) * 3600)),
    reason: row.cells.reason ?? '',
    job: job === null ? null : names.job(job),
    department: department === null ? null : names.department(department),
  };
}

export interface CalendarRow {
  readonly workday: Workday;
  readonly name: string;
  readonly kind: 'holiday' | 'rest day';
  readonly person: string | null;
}

export function calendarDayOf(row: Row): CalendarRow {
  const kind = oneOf(row, 'kind', ['holiday', 'rest day'], 'holiday');
  const person = textOrNull(row, 'person');
  if (kind === 'holiday' && person !== null)
    throw new Refusal(row.where, 'a holiday is everybody’s: leave person empty.');
  return { workday: date(row, 'date'), name: row.cells.name ?? '', kind, person };
}

/** Columns of a correction that are not settings of it. A note may stand beside every kind. */
const BESIDE = ['person', 'id', 'do'];

export function correctionOf(row: Row, reading: Reading): Correction {
  const { names } = reading;
  const name = text(row, 'do').toLowerCase();
  const settings: object = CORRECTIONS.find((kind) => kind.name === name)?.settings ?? {};
  const isSetting = (column: string) => !BESIDE.includes(column) && (column !== 'note' || 'note' in settings);
  const given = Object.fromEntries(
    Object.entries(row.cells)
      .filter(([column]) => isSetting(column))
      .map(([column, cell]) => [settingIn(column), cell]),
  );
  const read = readCorrection(correctionId(wholeNumber(row, 'id')), name, {
    given,
    instant: (_, setting) => instantAt(row, columnOf(setting), () => zoneOf(row, reading), reading.zones),
    workday: (_, setting) => date(row, columnOf(setting)),
    number: (_, setting) => wholeNumber(row, columnOf(setting)),
    job: names.job,
    department: names.department,
    site: names.site,
    zone: () => zoneOf(row, reading),
  });
  if (read.ok) return read.correction;
  throw new Refusal(row.where, `${columnOf(read.fault.field)}: ${read.fault.reason}`);
}
