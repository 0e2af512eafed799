import { SECONDS_PER_DAY, type Seconds, wallClock } from '../units.ts';
import { firstInstantOf, wallOf, type ZoneOffsets } from '../zone/zone.ts';

/** One opening of a window, in instants. */
export interface Opening {
  readonly opens: number;
  readonly closes: number;
}

/**
 * A time of day that comes every day, which may cross midnight: `22:00` to `06:00`. Where clocks change it opens and closes
 * when the wall clock first shows its ends, so that it never opens twice in one night. The same ends mean a whole day.
 */
export class ClockWindow {
  readonly #length: number;
  readonly #known = new WeakMap<ZoneOffsets, Map<number, Opening>>();
  #lastOffsets: ZoneOffsets | null = null;
  #last: Map<number, Opening> = new Map();

  constructor(
    readonly fromSeconds: Seconds,
    readonly toSeconds: Seconds,
  ) {
    this.#length = (toSeconds - fromSeconds + SECONDS_PER_DAY) % SECONDS_PER_DAY || SECONDS_PER_DAY;
  }

  /** The opening that starts on a date of the wall clock. */
  on(date: number, offsets: ZoneOffsets): Opening {
    if (offsets !== this.#lastOffsets) {
      this.#last = this.#known.get(offsets) ?? new Map();
      this.#known.set(offsets, this.#last);
      this.#lastOffsets = offsets;
    }
    let opening = this.#last.get(date);
    if (opening === undefined) {
      const opensWall = date * SECONDS_PER_DAY + this.fromSeconds;
      opening = {
        opens: firstInstantOf(offsets, wallClock(opensWall)),
        closes: firstInstantOf(offsets, wallClock(opensWall + this.#length)),
      };
      this.#last.set(date, opening);
    }
    return opening;
  }

  /** The date on the wall clock of the opening in which an instant lies; null outside. */
  openingAt(at: number, offsets: ZoneOffsets): number | null {
    // The window that opened on the day before may still be open.
    const date = Math.floor(wallOf(offsets, at as never) / SECONDS_PER_DAY);
    for (let d = date - 1; d <= date + 1; d++) {
      const { opens, closes } = this.on(d, offsets);
      if (at >= opens && at < closes) return d;
      if (opens > at) break;
    }
    return null;
  }

  /** The first opening or closing after an instant. */
  nextEdge(at: number, offsets: ZoneOffsets): number {
    for (let d = Math.floor(wallOf(offsets, at as never) / SECONDS_PER_DAY) - 1; ; d++) {
      const { opens, closes } = this.on(d, offsets);
      if (opens > at) return opens;
      if (closes > at) return closes;
    }
  }
}
