import { type Found, FoundReply, type SaveSearchRequest, type Search, SearchesReply } from '@heath/contract';
import { workdayToIso, type ZoneOffsets } from '@heath/core';
import { api } from './base.ts';
import { LongList } from './LongList.ts';
import { reads } from './reads.ts';

/** A day that was found, with the wall clock that its times are read on. */
export type FoundDay = Omit<Found, 'zone'> & { readonly offsets: ZoneOffsets };

/** What was found, and in how many cards it was looked for. */
export interface FoundDays {
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
      found: build.query<FoundDays, Search>({
        query: ({ from, to, ...search }) => ({
          url: '/found',
          method: 'POST',
          body: { ...search, from: workdayToIso(from), to: workdayToIso(to) },
        }),
        transformResponse: asFound,
        providesTags: ['day'],
      }),
      searches: build.query<SearchesReply, void>({
        query: () => '/searches',
        transformResponse: reads(SearchesReply),
        providesTags: ['searches'],
      }),
      saveSearch: build.mutation<SearchesReply, SaveSearchRequest>({
        query: (body) => ({ url: '/searches', method: 'POST', body }),
        transformResponse: reads(SearchesReply),
        invalidatesTags: ['searches'],
      }),
      forgetSearch: build.mutation<SearchesReply, number>({
        query: (id) => ({ url: `/searches/${id}`, method: 'DELETE' }),
        transformResponse: reads(SearchesReply),
        invalidatesTags: ['searches'],
      }),
    }),
  });
