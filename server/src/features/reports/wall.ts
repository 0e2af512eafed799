import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  type Workday,
  wallOf,
  workday,
  ZoneTables,
} from '@heath/core';

/** What the wall clock of a zone shows, as its day and as text: `22:00`, with seconds where there are some. */
export interface WallTime {
  readonly day: Workday;
  readonly text: string;
}

const two = (n: number) => String(n).padStart(2, '0');

/** Writes instants as the wall clock of a zone shows them, over a span of days. */
export class Wall {
  readonly #zones: ZoneTables;

  constructor(first: Workday, last: Workday) {
    this.#zones = ZoneTables.around(
      instant((first - 3) * SECONDS_PER_DAY),
      instant((last + 3) * SECONDS_PER_DAY),
    );
  }

  at(zone: string, at: Instant): WallTime {
    const wall = wallOf(this.#zones.of(zone), at);
    const day = Math.floor(wall / SECONDS_PER_DAY);
    const seconds = wall - day * SECONDS_PER_DAY;
    const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
    return { day: workday(day), text: `${two(h)}:${two(m)}${s === 0 ? '' : `:${two(s)}`}` };
  }
}
