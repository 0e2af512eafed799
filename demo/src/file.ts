import { type Instant, instantToIso, offsetAt, type Workday, workday, type ZoneOffsets } from '@heath/core';
import type { DemoPerson } from './company.ts';
import { type DemoPunch, type PunchOptions, punchesOf } from './punches.ts';

const FILE_HEADER = 'Person no,Punched at,Type,Job,Site';

/** The instant on the site's wall clock with its offset: `2026-10-25T01:30:00+01:00`. */
function localIso(at: Instant, offsets: ZoneOffsets): string {
  const offset = offsetAt(offsets, at);
  const sign = offset < 0 ? '-' : '+';
  const hh = String(Math.floor(Math.abs(offset) / 3600)).padStart(2, '0');
  const mm = String((Math.abs(offset) / 60) % 60).padStart(2, '0');
  return `${instantToIso((at + offset) as Instant).slice(0, 19)}${sign}${hh}:${mm}`;
}

const lineOf = ({ person, at, kind, job }: DemoPunch, offsets: ZoneOffsets): string =>
  `${person.number},${localIso(at, offsets)},${kind === 'undirected' ? '' : kind.replace('-', ' ')},${job ?? person.job},${person.site}`;

/** The lines of a punch file as a clock would export it, day by day, header first, without line ends. */
export function* punchFileLines(
  people: readonly DemoPerson[],
  first: Workday,
  last: Workday,
  offsets: ZoneOffsets,
  options: PunchOptions = {},
): Generator<string> {
  yield FILE_HEADER;
  for (let day = first; day <= last; day = workday(day + 1)) {
    for (const person of people) {
      for (const punch of punchesOf(person, day, offsets, options)) yield lineOf(punch, offsets);
    }
  }
}
