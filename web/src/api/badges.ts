import { UnownedBadgesReply } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { useUnownedBadgesQuery, useGiveBadgeMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    unownedBadges: build.query<UnownedBadgesReply, void>({
      query: () => '/badges/unowned',
      transformResponse: reads(UnownedBadgesReply),
      providesTags: ['badges'],
    }),
    /** Whose a badge is from a day on; null: nobody's. */
    giveBadge: build.mutation<null, { badgeId: number; personId: number | null; firstDay: Workday }>({
      query: ({ badgeId, personId, firstDay }) => ({
        url: `/badges/${badgeId}/owner`,
        method: 'PUT',
        body: { personId, firstDay: workdayToIso(firstDay) },
      }),
      invalidatesTags: ['badges', 'tasks'],
    }),
  }),
});
