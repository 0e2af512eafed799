import { Temporal } from 'temporal-polyfill';
import { type Instant, instant, SECONDS_PER_DAY, type WallClock, wallClock } from './units.ts';

/**
 * The offsets of one IANA zone over one span of time: from `starts[i]` on, the wall clock is
 * `offsets[i]` seconds ahead of UTC. Built once, then looked up without any calendar work.
 */
export interface ZoneOffsets {
  readonly zone: string;
  readonly starts: readonly number[];
  readonly offsets: readonly number[];
}

/** The zone's offsets between two instants. Source: the IANA tz database. Throws a RangeError for an unknown zone. */
export function zoneOffsets(zone: string, from: Instant, to: Instant): ZoneOffsets {
  let at = Temporal.Instant.fromEpochMilliseconds(from * 1000).toZonedDateTimeISO(zone);
  const starts = [Number.NEGATIVE_INFINITY];
  const offsets = [Math.round(at.offsetNanoseconds / 1e9)];
  for (;;) {
    const next = at.getTimeZoneTransition('next');
    if (next === null || next.epochMilliseconds > to * 1000) break;
    starts.push(next.epochMilliseconds / 1000);
    offsets.push(Math.round(next.offsetNanoseconds / 1e9));
    at = next;
  }
  return { zone, starts, offsets };
}

/** Seconds the wall clock is ahead of UTC at this instant. */
export function offsetAt(offsets: ZoneOffsets, at: Instant): number {
  let i = offsets.starts.length - 1;
  while (i > 0 && (offsets.starts[i] ?? 0) > at) i--;
  return offsets.offsets[i] ?? 0;
}

/** The first change of clocks after an instant; infinity where the table knows of none. */
export function changeAfter(offsets: ZoneOffsets, at: Instant): number {
  for (const start of offsets.starts) if (start > at) return start;
  return Number.POSITIVE_INFINITY;
}

/** True where the wall clock shows at this instant what it has shown before, since the clocks went back. */
export function isShownAgain(offsets: ZoneOffsets, at: Instant): boolean {
  for (let i = offsets.starts.length - 1; i > 0; i--) {
    const start = offsets.starts[i] ?? 0;
    if (start > at) continue;
    return at - start < (offsets.offsets[i - 1] ?? 0) - (offsets.offsets[i] ?? 0);
  }
  return false;
}

/** What the wall clock shows at this instant. */
export function wallOf(offsets: ZoneOffsets, at: Instant): WallClock {
  return wallClock(at + offsetAt(offsets, at));
}

/**
 * The instants at which the wall clock shows this: one as a rule, none in the hour that is skipped when clocks
 * go forward, two (earlier first) in the hour that happens twice when they go back.
 */
export function instantsOf(offsets: ZoneOffsets, wall: WallClock): Instant[] {
  const found: Instant[] = [];
  for (let i = 0; i < offsets.starts.length; i++) {
    const at = wall - (offsets.offsets[i] ?? 0);
    const until = offsets.starts[i + 1] ?? Number.POSITIVE_INFINITY;
    if (at >= (offsets.starts[i] ?? 0) && at < until) found.push(instant(at));
  }
  return found;
}

/** The first instant at or after which the wall clock shows this, also where that hour is skipped. */
export function firstInstantOf(offsets: ZoneOffsets, wall: WallClock): Instant {
  const exact = instantsOf(offsets, wall)[0];
  if (exact !== undefined) return exact;
  const skipped = offsets.starts.findIndex(
    (start, i) =>
      i > 0 && start + (offsets.offsets[i] ?? 0) > wall && start + (offsets.offsets[i - 1] ?? 0) <= wall,
  );
  return instant(offsets.starts[skipped] ?? 0);
}

/** Looks zones up by name over one span, building each table at its first use. */
export class ZoneTables {
  readonly #tables = new Map<string, ZoneOffsets>();

  constructor(
    readonly from: Instant,
    readonly to: Instant,
  ) {}

  /** The tables of a span with room for the shifts that reach across its ends. */
  static around(from: Instant, to: Instant): ZoneTables {
    return new ZoneTables(instant(from - 60 * SECONDS_PER_DAY), instant(to + 60 * SECONDS_PER_DAY));
  }

  of(zone: string): ZoneOffsets {
    let table = this.#tables.get(zone);
    if (table === undefined) {
      table = zoneOffsets(zone, this.from, this.to);
      this.#tables.set(zone, table);
    }
    return table;
  }
}
