import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { BadgeCandidatesReply, GiveBadgeRequest, UnownedBadgesReply } from './schemas.ts';

export const badgeOperations = {
  unownedBadges: defineOperation({
    method: 'GET',
    path: '/badges/unowned',
    says: 'Badges whose punches wait for an owner.',
    asks: 'see imports',
    gives: UnownedBadgesReply,
    shows: ['badges'],
    status: 200,
  }),
  badgeCandidates: defineOperation({
    method: 'GET',
    path: '/badges/:badge/candidates',
    says: 'Who may own a badge that nobody owns, with what speaks for each and what would become payable.',
    asks: 'give badges',
    params: { badge: IdParam },
    query: { period: IdParam },
    example: { query: { period: '1' } },
    gives: BadgeCandidatesReply,
    shows: ['badges'],
    status: 200,
  }),
  giveBadge: defineOperation({
    method: 'PUT',
    path: '/badges/:badge/owner',
    says: 'Gives a badge to a person from a day on, with what was punched with it since.',
    asks: 'give badges',
    params: { badge: IdParam },
    takes: GiveBadgeRequest,
    example: { body: { personId: 7, firstDay: '2026-10-19' } },
    gives: null,
    touches: 'people',
    makesStale: ['badges', 'tasks'],
    status: 204,
  }),
} as const;
