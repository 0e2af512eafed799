import { instant, SECONDS_PER_DAY, type Seconds } from './units.ts';
import { changeAfter, wallOf, type ZoneOffsets } from './zone.ts';

/**
 * A time of day that comes every day, which may cross midnight: `22:00` to `06:00`. What the wall clock shows decides, both times where it
 * shows it twice: 01:00 to 01:30 is an hour long in the night on which that hour comes again. The same ends mean a whole day.
 */
export class ClockWindow {
  readonly #length: number;

  constructor(
    readonly fromSeconds: Seconds,
    readonly toSeconds: Seconds,
  ) {
    this.#length = (toSeconds - fromSeconds + SECONDS_PER_DAY) % SECONDS_PER_DAY || SECONDS_PER_DAY;
  }

  /** The date on the wall clock of the opening in which an instant lies; null outside. */
  openingAt(at: number, offsets: ZoneOffsets): number | null {
    if (at < this.#from || at >= this.#to || offsets !== this.#offsets) this.#look(at, offsets);
    return this.#opening;
  }

  /** The first instant after another at which the window may open or close. */
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
    const sinceOpening = wallOf(offsets, instant(at)) - this.fromSeconds;
    const date = Math.floor(sinceOpening / SECONDS_PER_DAY);
    const into = sinceOpening - date * SECONDS_PER_DAY;
    const isOpen = into < this.#length;
    const edge = at + (isOpen ? this.#length : SECONDS_PER_DAY) - into;
    this.#offsets = offsets;
    this.#from = at;
    // Beyond a change of clocks the wall shows something else.
    this.#to = Math.min(edge, changeAfter(offsets, instant(at)));
    this.#opening = isOpen ? date : null;
  }
}
