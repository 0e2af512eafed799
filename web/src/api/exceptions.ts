import { type CardReply, type ExceptionsReply, exceptionOperations } from '@heath/contract';
import type { ZoneOffsets } from '@heath/core';
import { type CardId, cardParams, cardsApi } from './cards.ts';
import { call } from './requests/call.ts';
import { LongList } from './requests/LongList.ts';
import { byNameOnPages, callPages } from './requests/pages.ts';

type Listed = ExceptionsReply['exceptions'][number];

/** Something to settle or to look at: whose it is, and the wall clock that its times are read on. */
export interface OpenException extends Omit<Listed, 'person' | 'zone'> {
  readonly who: ExceptionsReply['people'][number];
  readonly offsets: ZoneOffsets;
}

/** The exceptions of a page with what it tells once put to each of them. */
function openExceptions({ people, zones, exceptions }: ExceptionsReply): OpenException[] {
  const open: OpenException[] = [];
  for (const { person, zone, ...exception } of exceptions) {
    const who = people[person];
    const offsets = zones[zone];
    if (who !== undefined && offsets !== undefined) open.push({ ...exception, who, offsets });
  }
  return open;
}

/** The list after a card was computed again; null where it does not know whose card that is. */
export function exceptionsAfter(
  list: LongList<OpenException>,
  { row, exceptions, offsets }: CardReply,
): LongList<OpenException> | null {
  const isTheirs = ({ who }: OpenException) => who.personId === row.personId;
  const place = list.rows.findIndex(isTheirs);
  const who = list.rows[place]?.who;
  if (who === undefined) return exceptions.every(({ severity }) => severity === 'note') ? list : null;
  const theirs = exceptions.flatMap(
    ({ key, kind, severity, workday, at, measured, limit, proposals }): OpenException[] =>
      severity === 'note'
        ? []
        : [{ key, kind, severity, workday, at, measured, limit, proposals, who, offsets }],
  );
  const others = list.rows.filter((one) => !isTheirs(one));
  return new LongList(others.toSpliced(place, 0, ...theirs));
}

export const exceptionsApi = cardsApi.injectEndpoints({
  endpoints: (build) => ({
    exceptions: build.query(
      callPages(
        exceptionOperations.exceptions,
        (period: number, page) => ({ params: { period }, query: { page } }),
        (pages) => new LongList(byNameOnPages(pages.map(openExceptions), ({ who }) => who)),
      ),
    ),
    evidence: build.query(
      call(exceptionOperations.evidence, ({ exception, ...card }: CardId & { exception: string }) => ({
        params: { ...cardParams(card), exception },
      })),
    ),
  }),
});
export const { useExceptionsQuery, useEvidenceQuery } = exceptionsApi;
