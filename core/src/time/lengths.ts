import { SECONDS_PER_HOUR, type Seconds, seconds } from './units.ts';

/** Seconds of an ISO 8601 duration that the rulebook schema accepted. */
export function durationSeconds(iso: string): Seconds {
  const [, h, m, s] = /^PT(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?$/.exec(iso) ?? [];
  return seconds(Number(h ?? 0) * SECONDS_PER_HOUR + Number(m ?? 0) * 60 + Number(s ?? 0));
}

/** Seconds after midnight of a clock time that the rulebook schema accepted. */
export function clockSeconds(time: string): Seconds {
  return seconds(Number(time.slice(0, 2)) * SECONDS_PER_HOUR + Number(time.slice(3)) * 60);
}

/** Seconds of an ISO 8601 duration; null where none is given. */
export const optionalSeconds = (iso: string | undefined): Seconds | null =>
  iso === undefined ? null : durationSeconds(iso);

/** A length in seconds as an ISO 8601 duration: `PT5400S`. */
export const asDuration = (seconds: number): string => `PT${seconds}S`;
