import type { BulkItem, PlacesReply } from '@heath/contract';
import {
  asDuration,
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
import type { UnderCode } from '../code/index.ts';
import { outsideOf, readMeal, type Stretch } from '../meal/index.ts';
import type { AddTime, Subject } from './subjects.ts';

/** Times and note for every line that does not have its own. */
export interface SameForAll {
  readonly from: string;
  readonly to: string;
  /** A meal that is taken off each; empty: none. */
  readonly mealFrom: string;
  readonly mealTo: string;
  readonly note: string;
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
      readonly meal: Stretch | null;
      /** On the punches; null where nothing is said. */
      readonly note: string | null;
      /** Pay code of hours without punches; null where they were worked. */
      readonly code: UnderCode | null;
    });

/** No shift that somebody adds by hand is longer. */
const LONGEST_SECONDS = 20 * 3600;

/**
 * Lines as they are typed, or pasted from a spreadsheet: a person or a date, in, out, a job, a note. A tab, a semicolon or a comma stands between.
 * A line that leaves in and out away has those that are the same for all. Blanks may stand between, too, where in and out are given.
 *
 * @param code what the hours are where nobody worked them; null: work
 * @param now work that lies after it is refused; null: it is not known
 */
export function readTimeLines(
  text: string,
  same: SameForAll,
  { read }: Pick<AddTime, 'read'>,
  jobs: PlacesReply['jobs'],
  code: UnderCode | null,
  now: Instant | null,
): TimeLine[] {
  const seen = new Map<string, string>();
  return text.split(/\r\n|\r|\n/).flatMap((typed, i): TimeLine[] => {
    if (typed.trim() === '') return [];
    const wrong = (fault: string): TimeLine[] => [{ ok: false, line: i + 1, text: typed.trim(), fault }];
    const [first = '', from = '', to = '', job = '', note = ''] = cellsOf(typed);
    const found = read(first);
    if (typeof found === 'string') return wrong(found);
    const { person, day } = found;
    const start = readTimeEntry(from || same.from, beforeDay(found), 'after', person.offsets);
    if (!start.ok)
      return wrong(`${from || same.from || 'Nothing'} is not a time to begin: 6:05, 1405 or 5p is.`);
    const end = readTimeEntry(to || same.to, start.at, 'after', person.offsets);
    if (!end.ok) return wrong(`${to || same.to || 'Nothing'} is not a time to end: 14:05 or 10p is.`);
    if (code === null && now !== null && end.at > now)
      return wrong(`${dayAndTime(end.at, person.offsets)} has not come yet: give time that has passed.`);
    if (end.at - start.at > LONGEST_SECONDS) return wrong('That is more than twenty hours.');
    const meal = mealOf(same, { from: start.at, to: end.at }, person.offsets);
    if (typeof meal === 'string') return wrong(meal);
    const named = job === '' ? null : jobs.find(({ name }) => name.toLowerCase() === job.toLowerCase());
    if (named === undefined) return wrong(`There is no job named ${job}.`);
    const twice = `${person.personId} ${day}`;
    const before = seen.get(twice);
    if (before !== undefined) return wrong(`${first} stands here twice: ${before} says it, too.`);
    seen.set(twice, `line ${i + 1}`);
    const said = { note: (note || same.note).trim() || null, code };
    return [{ ok: true, line: i + 1, ...found, from: start.at, to: end.at, job: named, meal, ...said }];
  });
}

/** The meal that is the same for all, within the time of one line; null where there is none, else what is wrong with it. */
function mealOf(same: SameForAll, time: Stretch, offsets: ZoneOffsets): Stretch | null | string {
  const meal = readMeal(same, time, offsets);
  if (meal === 'begin')
    return `${same.mealFrom.trim() || 'Nothing'} is not a time at which a meal begins: 12:00 or 1230 is.`;
  if (meal === 'end')
    return `${same.mealTo.trim() || 'Nothing'} is not a time at which a meal ends: 12:30 or +30 is.`;
  return meal === 'outside' ? outsideOf(time, offsets) : meal;
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

/** What adds the time of a line: an in and an out, and its meal; or so many hours under a code, where nobody worked. */
export function itemsOf(line: Extract<TimeLine, { ok: true }>): BulkItem[] {
  const { person, day, from, to, job, meal, note, code } = line;
  const { personId, offsets } = person;
  if (code !== null) {
    const length = asDuration(to - from - (meal === null ? 0 : meal.to - meal.from));
    const of = { job: job === null ? null : (job.id as JobId), department: null };
    return [{ personId, says: { kind: 'flat-hours', workday: day, ...code, length, ...of } }];
  }
  const place = {
    zone: offsets.zone,
    job: job === null ? null : (job.id as JobId),
    department: null,
    site: null,
    note,
  };
  return [
    { personId, says: { kind: 'add', at: from, punchKind: 'in', ...place } },
    { personId, says: { kind: 'add', at: to, punchKind: 'out', ...place } },
    ...(meal === null ? [] : [{ personId, says: { kind: 'set-meal', ...meal } } as const]),
  ];
}
