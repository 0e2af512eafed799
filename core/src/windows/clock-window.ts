import { type Instant, SECONDS_PER_DAY, type Seconds, wallClock } from '../units.ts';
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
    if (at < this.#from || at >= this.#to || offsets !== this.#offsets) this.#look(at, offsets);
    return this.#opening;
  }

  /** The first opening or closing after an instant. */
  nextEdge(at: number, offsets: ZoneOffsets): number {
    if (at < this.#from || at >= this.#to || offsets !== this.#offsets) this.#look(at, offsets);
    return this.#to;
  }

  /** The stretch without an edge that was looked at last: neighbors in time mostly share it. */
  #from = Number.POSITIVE_INFINITY;
  #to = Number.NEGATIVE_INFINITY;
  #opening: number | null = null;
  #offsets: ZoneOffsets | null = null;

  /** Finds the stretch from an instant to the next edge, and the opening it lies in. */
  #look(at: number, offsets: ZoneOffsets): void {
    this.#offsets = offsets;
    this.#from = at;
    this.#opening = null;
    // The window that opened on the day before may still be open.
    for (let date = Math.floor(wallOf(offsets, at as Instant) / SECONDS_PER_DAY) - 1; ; date++) {
      const { opens, closes } = this.on(date, offsets);
      if (opens > at) {
        this.#to = opens;
        return;
      }
      if (closes > at) {
        this.#to = closes;
        this.#opening = date;
        return;
      }
    }
  }
}
