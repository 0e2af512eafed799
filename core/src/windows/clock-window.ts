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
    this.#near(at, offsets);
    if (at >= this.#opens && at < this.#closes) return this.#date;
    // The window that opened on the day before may still be open; where days are short, the next one already.
    if (at < this.#closedBefore && at >= this.on(this.#date - 1, offsets).opens) return this.#date - 1;
    return at >= this.#opensNext ? this.#date + 1 : null;
  }

  /** The first opening or closing after an instant. */
  nextEdge(at: number, offsets: ZoneOffsets): number {
    this.#near(at, offsets);
    if (this.#closedBefore > at) {
      const { opens } = this.on(this.#date - 1, offsets);
      return opens > at ? opens : this.#closedBefore;
    }
    if (this.#opens > at) return this.#opens;
    if (this.#closes > at) return this.#closes;
    return this.#opensNext > at ? this.#opensNext : this.on(this.#date + 1, offsets).closes;
  }

  #date = Number.NaN;
  #nearOffsets: ZoneOffsets | null = null;
  #closedBefore = 0;
  #opens = 0;
  #closes = 0;
  #opensNext = 0;

  /** Looks up the openings around an instant; neighbors in time mostly share them. */
  #near(at: number, offsets: ZoneOffsets): void {
    const date = Math.floor(wallOf(offsets, at as Instant) / SECONDS_PER_DAY);
    if (date === this.#date && offsets === this.#nearOffsets) return;
    this.#date = date;
    this.#nearOffsets = offsets;
    this.#closedBefore = this.on(date - 1, offsets).closes;
    const { opens, closes } = this.on(date, offsets);
    this.#opens = opens;
    this.#closes = closes;
    this.#opensNext = this.on(date + 1, offsets).opens;
  }
}
