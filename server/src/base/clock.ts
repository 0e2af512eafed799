import { type Instant, instant, instantFromIso } from '@heath/core';

/** The time of the business: what corrections and handoffs are dated with. Sessions and leases run on real time. */
export interface Clock {
  now(): Instant;
}

/** Real seconds since 1970, for what must expire. */
export const realSeconds = (): number => Math.floor(Date.now() / 1000);

/** Stands still at the given ISO 8601 instant, or follows real time where none is given. */
export function clockAt(iso: string | undefined): Clock {
  if (iso === undefined || iso === '') return { now: () => instant(realSeconds()) };
  const fixed = instantFromIso(iso);
  return { now: () => fixed };
}
