import type { PunchKind } from '../model/punch.ts';
import { type Instant, SECONDS_PER_DAY } from '../time/units.ts';
import type { ZoneTables } from '../time/zone.ts';
import { readDateAndTime, readMoment } from './moment.ts';
import type { Field, Mapping, Refusal } from './types.ts';

/** Words for kinds of punches in files. Common practice, no source. */
const KINDS: Record<string, PunchKind> = {
  '': 'undirected',
  in: 'in',
  i: 'in',
  start: 'in',
  'clock in': 'in',
  out: 'out',
  o: 'out',
  end: 'out',
  'clock out': 'out',
  'meal out': 'meal-out',
  'meal start': 'meal-out',
  'meal in': 'meal-in',
  'meal end': 'meal-in',
  'break out': 'break-out',
  'break start': 'break-out',
  'break in': 'break-in',
  'break end': 'break-in',
  job: 'job-change',
  'job change': 'job-change',
  transfer: 'job-change',
  punch: 'undirected',
  undirected: 'undirected',
};

/** Badges, jobs and sites by the names that files use for them. */
export interface Directory {
  /** The number of a badge, and the site of whoever has it; no site where nobody has. Undefined where it can be no badge. */
  badge(code: string): { readonly id: number; readonly site: number | null } | undefined;
  job(name: string): number | undefined;
  site(name: string): number | undefined;
  /** IANA zone of a site. */
  zone(site: number): string;
}

/** A row of a file that is a punch. */
export interface ReadPunch {
  readonly badge: number;
  readonly at: Instant;
  readonly kind: PunchKind;
  readonly job: number | null;
  readonly site: number;
}

/** How far from the import a punch may lie before it cannot be meant. */
const FAR_PAST_DAYS = 730;
const FAR_FUTURE_DAYS = 2;

/**
 * Reads the rows of one file by its confirmed mapping.
 *
 * @param now when the file came: a punch more than two years before it or two days after it is refused
 */
export function rowReader(
  mapping: Mapping,
  directory: Directory,
  zones: ZoneTables,
  now: Instant,
): (row: readonly string[]) => ReadPunch | Refusal {
  const at = (field: Field) => mapping.columns.indexOf(field);
  const [person, moment, date, time, kind, job, site] = (
    ['person', 'moment', 'date', 'time', 'kind', 'job', 'site'] as const
  ).map(at) as [number, number, number, number, number, number, number];
  const earliest = now - FAR_PAST_DAYS * SECONDS_PER_DAY;
  const latest = now + FAR_FUTURE_DAYS * SECONDS_PER_DAY;
  const cell = (row: readonly string[], column: number): string =>
    (column < 0 ? '' : (row[column] ?? '')).trim();

  return (row) => {
    if (row.length < mapping.columns.length) {
      return { field: 'ignore', value: row.join(','), reason: 'columns-missing' };
    }
    if (row.length > mapping.columns.length) {
      return {
        field: 'ignore',
        value: row.slice(mapping.columns.length).join(','),
        reason: 'columns-surplus',
      };
    }
    const number = cell(row, person);
    if (number === '') return { field: 'person', value: '', reason: 'no-person' };
    const badge = directory.badge(number);
    if (badge === undefined) return { field: 'person', value: number, reason: 'not-a-badge' };
    const siteName = cell(row, site);
    const siteId = siteName === '' ? badge.site : directory.site(siteName);
    if (siteId === null) return { field: 'person', value: number, reason: 'no-site' };
    if (siteId === undefined) return { field: 'site', value: siteName, reason: 'unknown-site' };
    const offsets = zones.of(directory.zone(siteId));
    const read =
      moment >= 0
        ? readMoment(cell(row, moment), mapping.dateOrder, offsets)
        : readDateAndTime(cell(row, date), cell(row, time), mapping.dateOrder, offsets);
    if ('reason' in read) return read;
    if (read.at < earliest || read.at > latest) {
      const value = moment >= 0 ? cell(row, moment) : `${cell(row, date)} ${cell(row, time)}`;
      return { field: moment >= 0 ? 'moment' : 'date', value, reason: 'too-far-off' };
    }
    const kindName = cell(row, kind);
    const kindRead = KINDS[kindName] ?? KINDS[kindName.toLowerCase().replaceAll(/[-_\s]+/g, ' ')];
    if (kindRead === undefined) return { field: 'kind', value: kindName, reason: 'unknown-kind' };
    const jobName = cell(row, job);
    const jobId = jobName === '' ? null : directory.job(jobName);
    if (jobId === undefined) return { field: 'job', value: jobName, reason: 'unknown-job' };
    return { badge: badge.id, at: read.at, kind: kindRead, job: jobId, site: siteId };
  };
}

/** What a mapping lacks to be usable: fields that must stand in a column. Empty where it is complete. */
export function missingFields(columns: readonly Field[]): Field[] {
  const missing: Field[] = [];
  if (!columns.includes('person')) missing.push('person');
  if (!columns.includes('moment')) {
    if (!columns.includes('date')) missing.push('date');
    if (!columns.includes('time')) missing.push('time');
  }
  return missing;
}
