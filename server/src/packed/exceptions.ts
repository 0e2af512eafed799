import type { Exception, Proposal, Severity } from '@heath/core';

/** What is told of an exception without computing its card again. */
export interface ListedException
  extends Pick<Exception, 'key' | 'kind' | 'workday' | 'at' | 'measured' | 'limit'> {
  readonly severity: (typeof LISTED)[number];
  /** IANA zone of the punch that it hangs on; null where that is the card's site's. */
  readonly zone: string | null;
  readonly proposals: readonly Proposal[];
}

/** What is for the record alone is on the card, and in no list of what is to be done. Kept by their places: new ones go to the end. */
const LISTED = ['holds up', 'to look at', 'asks why'] as const satisfies readonly Severity[];
const isListed = (severity: Severity): severity is (typeof LISTED)[number] => severity !== 'note';

/** Each as the database has it: a list of its values. */
type Packed = readonly [
  key: string,
  kind: string,
  severity: number,
  workday: number,
  at: number,
  measured: number | null,
  limit: number | null,
  zone: string | null,
  proposals: readonly Proposal[],
];

/** What is to settle and to look at on a card, as the database has it: JSON, so that nothing has to be computed to list it. */
export function packExceptions(exceptions: readonly Exception[]): string {
  const packed: Packed[] = [];
  for (const { key, kind, severity, workday, at, measured, limit, punch, proposals } of exceptions) {
    if (!isListed(severity)) continue;
    const place = LISTED.indexOf(severity);
    packed.push([key, kind, place, workday, at, measured, limit, punch?.zone ?? null, proposals]);
  }
  return JSON.stringify(packed);
}

/** Exceptions that `packExceptions` packed. Throws where another Heath packed them otherwise. */
export const unpackExceptions = (text: string): ListedException[] =>
  (JSON.parse(text) as readonly Packed[]).map(
    ([key, kind, place, workday, at, measured, limit, zone, proposals]) => {
      const severity = LISTED[place];
      if (severity === undefined || !Array.isArray(proposals))
        throw new Error(`An exception of a card was kept in another way: ${key}.`);
      return {
        key,
        kind,
        severity,
        workday: workday as Exception['workday'],
        at: at as Exception['at'],
        measured,
        limit,
        zone,
        proposals,
      };
    },
  );
