import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  type Workday,
  type Writer,
  wallOf,
  workday,
  ZoneTables,
} from '@heath/core';

/** What the wall clock of a zone shows, as its day and as text: `22:00`, with seconds where there are some. */
export interface WallTime {
  readonly day: Workday;
  readonly text: string;
}

/** Writes instants as the wall clock of a zone shows them, over a span of days. */
export class Wall {
  readonly #zones: ZoneTables;

  readonly #timeOfDay: Writer['timeOfDay'];

  /** @param writer writes the times of day */
  constructor(first: Workday, last: Workday, { timeOfDay }: Pick<Writer, 'timeOfDay'>) {
    this.#timeOfDay = timeOfDay;
    this.#zones = ZoneTables.around(
      instant((first - 3) * SECONDS_PER_DAY),
      instant((last + 3) * SECONDS_PER_DAY),
    );
  }

  at(zone: string, at: Instant): WallTime {
    const wall = wallOf(this.#zones.of(zone), at);
    const day = Math.floor(wall / SECONDS_PER_DAY);
    const seconds = wall - day * SECONDS_PER_DAY;
    return { day: workday(day), text: this.#timeOfDay(seconds, seconds % 60 !== 0) };
  }
}
