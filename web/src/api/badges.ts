import { badgeOperations } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const { unownedBadges, badgeCandidates, giveBadge } = badgeOperations;

interface Given {
  readonly badgeId: number;
  readonly personId: number | null;
  readonly firstDay: Workday;
}

export const { useUnownedBadgesQuery, useBadgeCandidatesQuery, useGiveBadgeMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    unownedBadges: build.query(callAlone(unownedBadges)),
    badgeCandidates: build.query(
      call(badgeCandidates, ({ badgeId, periodId }: { badgeId: number; periodId: number }) => ({
        params: { badge: badgeId },
        query: { period: periodId },
      })),
    ),
    /** Whose a badge is from a day on; null: nobody's. */
    giveBadge: build.mutation(
      call(giveBadge, ({ badgeId, personId, firstDay }: Given) => ({
        params: { badge: badgeId },
        body: { personId, firstDay: workdayToIso(firstDay) },
      })),
    ),
  }),
});
