import {
  type Found,
  FoundReply,
  finderOperations,
  type SaveSearchRequest,
  type Search,
} from '@heath/contract';
import { workdayToIso, type ZoneOffsets } from '@heath/core';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';
import { LongList } from './requests/LongList.ts';
import { reads } from './requests/reads.ts';

/** A day that was found, with the wall clock that its times are read on. */
export type FoundDay = Omit<Found, 'zone'> & { readonly offsets: ZoneOffsets };

/** What was found, and in how many cards it was looked for. */
interface FoundDays {
  readonly days: LongList<FoundDay>;
  readonly cards: number;
  readonly isCut: boolean;
}

function asFound(reply: unknown): FoundDays {
  const { zones, found, cards, isCut } = reads(FoundReply)(reply);
  const days = found.flatMap(({ zone, ...one }) => {
    const offsets = zones[zone];
    return offsets === undefined ? [] : [{ ...one, offsets }];
  });
  return Object.freeze({ days: new LongList(days), cards, isCut });
}

export const { useFoundQuery, useSearchesQuery, useSaveSearchMutation, useForgetSearchMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      found: build.query({
        ...call(finderOperations.find, ({ from, to, ...search }: Search) => ({
          body: { ...search, from: workdayToIso(from), to: workdayToIso(to) },
        })),
        transformResponse: asFound,
      }),
      searches: build.query(callAlone(finderOperations.searches)),
      saveSearch: build.mutation(call(finderOperations.saveSearch, (body: SaveSearchRequest) => ({ body }))),
      forgetSearch: build.mutation(
        call(finderOperations.forgetSearch, (search: number) => ({ params: { search } })),
      ),
    }),
  });
