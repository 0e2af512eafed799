import { type Instant, instant, SECONDS_PER_DAY, type Seconds, wallClock } from '../units.ts';
import type { Segment } from '../workday/types.ts';
import { firstInstantOf, wallOf, type ZoneOffsets } from '../zone/zone.ts';

/** Paid beside the class for the hours inside a clock window, which may cross midnight. */
export interface PremiumWindow {
  readonly name: string;
  readonly fromSeconds: Seconds;
  readonly toSeconds: Seconds;
}

/** Step 8. Segments cut at the edges of every premium's window and marked where they lie inside. */
export function addPremiums(
  segments: readonly Segment[],
  premiums: readonly PremiumWindow[],
  offsetsOf: (shift: number) => ZoneOffsets,
): readonly Segment[] {
  let marked = segments;
  for (let index = 0; index < premiums.length; index++) {
    const into: Segment[] = [];
    for (let i = 0; i < marked.length; i++) {
      markInside(marked[i]!, premiums[index]!, 1 << index, offsetsOf(marked[i]!.shift), into);
    }
    marked = into;
  }
  return marked;
}

function markInside(
  segment: Segment,
  premium: PremiumWindow,
  bit: number,
  offsets: ZoneOffsets,
  into: Segment[],
): void {
  const length = (premium.toSeconds - premium.fromSeconds + SECONDS_PER_DAY) % SECONDS_PER_DAY;
  let at: Instant = segment.start;
  // The window that opened on the day before may still be open.
  let day = Math.floor(wallOf(offsets, at) / SECONDS_PER_DAY) - 1;
  while (at < segment.end) {
    const opensWall = day * SECONDS_PER_DAY + premium.fromSeconds;
    const opens = firstInstantOf(offsets, wallClock(opensWall));
    const closes = firstInstantOf(offsets, wallClock(opensWall + length));
    if (closes > at) {
      if (opens > at) {
        const until = instant(Math.min(opens, segment.end));
        into.push(part(segment, at, until, 0));
        at = until;
      }
      if (at < segment.end) {
        const until = instant(Math.min(closes, segment.end));
        if (until > at) into.push(part(segment, at, until, bit));
        at = until;
      }
    }
    day++;
  }
}

function part(segment: Segment, start: Instant, end: Instant, bit: number): Segment {
  const whole = start === segment.start && end === segment.end;
  return whole && bit === 0 ? segment : { ...segment, start, end, premiums: segment.premiums | bit };
}

/** The names of the premiums that a segment is paid. */
export function premiumNames(segment: Segment, premiums: readonly PremiumWindow[]): string[] {
  return premiums.filter((_, i) => (segment.premiums & (1 << i)) !== 0).map((premium) => premium.name);
}
