import { type Instant, instant, SECONDS_PER_DAY, SECONDS_PER_HOUR, wallClock } from './units.ts';
import { instantsOf, wallOf, type ZoneOffsets } from './zone.ts';

/** What somebody typed, as one instant; or why it is none. */
export type TimeEntry =
  | { readonly ok: true; readonly at: Instant }
  | { readonly ok: false; readonly reason: 'not-a-time' | 'skipped-hour' };

/** Seconds after midnight of `5p`, `17`, `1705`, `5:05 pm`, `17:05:30`; null where it is no time. */
function secondsOfDay(text: string): number | null {
  const match = /^(\d{1,2})(?::?(\d{2}))?(?::?(\d{2}))?\s*([ap])?\.?(?:m\.?)?$/.exec(text);
  if (match === null) return null;
  const hour = Number(match[1]);
  const minute = Number(match[2] ?? 0);
  const second = Number(match[3] ?? 0);
  if (minute > 59 || second > 59) return null;
  if (match[4] === undefined) return hour > 23 ? null : hour * 3600 + minute * 60 + second;
  if (hour < 1 || hour > 12) return null;
  return ((hour % 12) + (match[4] === 'p' ? 12 : 0)) * 3600 + minute * 60 + second;
}

/**
 * A typed time as the first instant after `after` (or the last before it) at which the wall clock shows it, so that
 * 6:05 after a 22:00 in is the next morning. `+30` is thirty minutes on from `after`, `-30` before it. In the hour that
 * happens twice, the one nearer to `after`.
 */
export function readTimeEntry(
  text: string,
  after: Instant,
  direction: 'after' | 'before',
  offsets: ZoneOffsets,
): TimeEntry {
  const typed = text.trim().toLowerCase();
  const relative = /^([+-])(\d{1,4})$/.exec(typed);
  if (relative !== null) {
    return { ok: true, at: instant(after + (relative[1] === '+' ? 60 : -60) * Number(relative[2])) };
  }
  const ofDay = secondsOfDay(typed);
  if (ofDay === null) return { ok: false, reason: 'not-a-time' };
  return nearest(
    timesNear(ofDay, after, offsets).filter((at) => (direction === 'after' ? at > after : at < after)),
    after,
    SECONDS_PER_DAY + SECONDS_PER_HOUR,
  );
}

/**
 * A typed time as the instant nearest to another at which the wall clock shows it: 0:30 near 23:00 is the next day's. `+30` is thirty minutes
 * on from `near`. In the hour that happens twice, the one nearer to it.
 */
export function readTimeNear(text: string, near: Instant, offsets: ZoneOffsets): TimeEntry {
  const typed = text.trim().toLowerCase();
  const ofDay = secondsOfDay(typed);
  if (ofDay === null) return readTimeEntry(typed, near, 'after', offsets);
  return nearest(timesNear(ofDay, near, offsets), near, SECONDS_PER_DAY / 2 + SECONDS_PER_HOUR);
}

/** The instants around another at which the wall clock shows a time of day. */
function timesNear(ofDay: number, near: Instant, offsets: ZoneOffsets): Instant[] {
  const today = Math.floor(wallOf(offsets, near) / SECONDS_PER_DAY);
  return [-1, 0, 1].flatMap((shift) =>
    instantsOf(offsets, wallClock((today + shift) * SECONDS_PER_DAY + ofDay)),
  );
}

/** The one nearest to an instant; where that is far, the clock does not show the time where it is meant. */
function nearest(candidates: readonly Instant[], to: Instant, mostSeconds: number): TimeEntry {
  const [first] = [...candidates].sort((a, b) => Math.abs(a - to) - Math.abs(b - to));
  if (first === undefined || Math.abs(first - to) > mostSeconds) return { ok: false, reason: 'skipped-hour' };
  return { ok: true, at: first };
}
