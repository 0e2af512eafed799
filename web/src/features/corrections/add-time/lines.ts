import type { BulkItem, PlacesReply } from '@heath/contract';
import {
  firstInstantOf,
  type Instant,
  instant,
  type JobId,
  readTimeEntry,
  SECONDS_PER_DAY,
  wallClock,
  type ZoneOffsets,
} from '@heath/core';
import { dayAndTime } from '../../../ui/text/format.ts';
import type { AddTime, Subject } from './subjects.ts';

/** What is typed once for all lines that do not say it. */
export interface SameForAll {
  readonly from: string;
  readonly to: string;
}

/** Time of one person on one day that is to be added; or what is wrong with a line, and what would be right. */
export type TimeLine =
  | { readonly ok: false; readonly line: number; readonly text: string; readonly fault: string }
  | (Subject & {
      readonly ok: true;
      readonly line: number;
      readonly from: Instant;
      readonly to: Instant;
      readonly job: PlacesReply['jobs'][number] | null;
    });

/** No shift that somebody adds by hand is longer. */
const LONGEST_SECONDS = 20 * 3600;

/**
 * Lines as they are typed, or pasted from a spreadsheet: a person or a date, in, out, a job. A tab, a semicolon or a comma stands between.
 * A line that leaves in and out away has those that are the same for all. Blanks may stand between, too, where in and out are given.
 *
 * @param now what lies after it is refused; null: it is not known
 */
export function readTimeLines(
  text: string,
  same: SameForAll,
  { read }: Pick<AddTime, 'read'>,
  jobs: PlacesReply['jobs'],
  now: Instant | null,
): TimeLine[] {
  const seen = new Map<string, string>();
  return text.split(/\r\n|\r|\n/).flatMap((typed, i): TimeLine[] => {
    if (typed.trim() === '') return [];
    const wrong = (fault: string): TimeLine[] => [{ ok: false, line: i + 1, text: typed.trim(), fault }];
    const [first = '', from = '', to = '', job = ''] = cellsOf(typed);
    const found = read(first);
    if (typeof found === 'string') return wrong(found);
    const { person, day } = found;
    const start = readTimeEntry(from || same.from, beforeDay(found), 'after', person.offsets);
    if (!start.ok)
      return wrong(`${from || same.from || 'Nothing'} is not a time to begin: 6:05, 1405 or 5p is.`);
    const end = readTimeEntry(to || same.to, start.at, 'after', person.offsets);
    if (!end.ok) return wrong(`${to || same.to || 'Nothing'} is not a time to end: 14:05 or 10p is.`);
    if (now !== null && end.at > now)
      return wrong(`${dayAndTime(end.at, person.offsets)} has not come yet: give time that has passed.`);
    if (end.at - start.at > LONGEST_SECONDS) return wrong('That is more than twenty hours.');
    const named = job === '' ? null : jobs.find(({ name }) => name.toLowerCase() === job.toLowerCase());
    if (named === undefined) return wrong(`There is no job named ${job}.`);
    const twice = `${person.personId} ${day}`;
    const before = seen.get(twice);
    if (before !== undefined) return wrong(`${first} stands here twice: ${before} says it, too.`);
    seen.set(twice, `line ${i + 1}`);
    return [{ ok: true, line: i + 1, ...found, from: start.at, to: end.at, job: named }];
  });
}

const cellsOf = (line: string): string[] => {
  const separator = ['\t', ';', ','].find((one) => line.includes(one));
  if (separator !== undefined) return line.split(separator).map((cell) => cell.trim());
  const words = line.trim().split(/\s+/);
  const times = words.slice(-2);
  return words.length > 2 && times.every(isTime) ? [words.slice(0, -2).join(' '), ...times] : [line.trim()];
};

const ANY_DAY: ZoneOffsets = { zone: 'UTC', starts: [0], offsets: [0] };
const isTime = (word: string): boolean => readTimeEntry(word, instant(0), 'after', ANY_DAY).ok;

/** The last instant before a day at the site of somebody: what follows it is the day's. */
const beforeDay = ({ person: { offsets }, day }: Subject): Instant =>
  instant(firstInstantOf(offsets, wallClock(day * SECONDS_PER_DAY)) - 1);

/** What adds the time of a line: an in and an out. */
export function itemsOf({ person, from, to, job }: Extract<TimeLine, { ok: true }>): BulkItem[] {
  const { personId, offsets } = person;
  const place = {
    zone: offsets.zone,
    job: job === null ? null : (job.id as JobId),
    department: null,
    site: null,
    note: null,
  };
  return [
    { personId, says: { kind: 'add', at: from, punchKind: 'in', ...place } },
    { personId, says: { kind: 'add', at: to, punchKind: 'out', ...place } },
  ];
}
